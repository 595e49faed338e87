/** Sends a photo as the file it is. */
import { ApiFailure, api, data, type Schemas } from "@/api/client";

const MEGABYTE = 1024 * 1024;

/** Adds a photo to a kept diagnosis; a file that is too large is told without sending it. */
export async function addPhoto(
  diagnosis: string,
  id: string,
  file: File,
  limits: Schemas["PhotoLimits"] | undefined,
): Promise<Schemas["Photo"]> {
  if (limits !== undefined && file.size > limits.bytes) {
    const size = (bytes: number) => `${(bytes / MEGABYTE).toFixed(1)} MB`;
    throw new ApiFailure(
      "invalid_input",
      `The photo is ${size(file.size)}; it must be at most ${size(limits.bytes)}. Take it smaller, or save it again at a lower quality.`,
    );
  }
  const path = { id: diagnosis, photo_id: id };
  return data(
    api.PUT("/api/v1/diagnoses/{id}/photos/{photo_id}", {
      params: { path },
      // the document calls a file a list of numbers; it goes out as it is
      body: file as unknown as number[],
      bodySerializer: (body: unknown) => body as File,
      headers: { "Content-Type": "image/jpeg" },
    }),
  );
}
