/** The part of what is asked, its plan and its paths, as the server says them; the newest asked wins, the last good stays. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { useDraft } from "@/cut";
import { boxOf } from "@/draw/layout/geometry";
import { type Asked, laidOn, nearestRim, pathsRequest, shapeRequest } from "./model";

/** At most ten times a second the server is asked; ms. */
const EVERY = 100;

/** A value that lags what is dragged, so that the server is not asked for every pixel. */
export function useThrottled<T>(value: T): T {
  const [slow, setSlow] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSlow(value), EVERY);
    return () => clearTimeout(timer);
  }, [value]);
  return slow;
}

function failureOf(error: unknown): ApiFailure | null {
  return error instanceof ApiFailure ? error : null;
}

export function useLayout(latest: Asked) {
  const asked = useThrottled(latest);
  const { file } = asked;
  const drawing = useQuery({
    queryKey: keys.drawing(file?.name ?? "", file?.text ?? "", asked.unit, asked.join_mm),
    enabled: file !== null,
    retry: false,
    queryFn: ({ signal }) =>
      data(
        api.POST("/api/v1/layout/parts/read", {
          body: {
            format: file?.format ?? "",
            text: file?.text ?? "",
            unit: asked.unit,
            join_mm: asked.join_mm,
          },
          signal,
        }),
      ),
  });
  const shape = useQuery({
    queryKey: keys.shape(shapeRequest(asked)),
    enabled: file === null && asked.fixed === null,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      data(api.POST("/api/v1/layout/parts/shape", { body: shapeRequest(asked), signal })),
  });
  const read =
    file === null
      ? (asked.fixed ?? shape.data)
      : (drawing.data?.parts[asked.part] ?? drawing.data?.parts[0]);
  // after a refusal the last part stays, so that the drawing does not vanish under the hand
  const last = useRef(read);
  if (read !== undefined) last.current = read;
  const found = read ?? last.current;
  const part = found === undefined ? undefined : laidOn(found, latest.plate);
  const { draft, failure } = useDraft(
    null,
    {
      steel: { thickness_mm: asked.thickness_mm },
      cut: { process: asked.process, length_mm: 500 },
    },
    "part",
  );
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  const settings = shop.data?.settings as { marking?: Schemas["MarkingWire"] } | undefined;
  const rim = found === undefined ? null : nearestRim(boxOf([found.outer]), asked.plate);
  const still = found === undefined ? undefined : laidOn(found, asked.plate);
  const body =
    still === undefined || draft === undefined
      ? null
      : pathsRequest(asked, still, draft.request, rim, settings?.marking);
  const paths = useQuery({
    queryKey: keys.paths(body),
    enabled: body !== null,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      data(api.POST("/api/v1/layout/paths", { body: body as Schemas["PathsRequest"], signal })),
  });
  return {
    drawing: file === null ? undefined : drawing.data,
    reading: file !== null && drawing.isFetching,
    part,
    laid: paths.isError || read === undefined ? undefined : paths.data,
    body,
    plan: draft?.plan,
    failures: {
      shape: file === null ? failureOf(shape.error) : failureOf(drawing.error),
      cut: failure,
      paths: failureOf(paths.error),
    },
  };
}
