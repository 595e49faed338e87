/** How a number of one stroke came to be: its own chain, asked of the server when it is opened. */
import { useQuery } from "@tanstack/react-query";
import { api, type CutPlanRequest, data } from "@/api/client";
import { keys } from "@/api/keys";
import { TraceSheet } from "../TraceSheet";

type Props = {
  request: CutPlanRequest;
  stroke: number;
  quantity: string | null;
  onClose: () => void;
};

export function StrokeWhy({ request, stroke, quantity, onClose }: Props) {
  const body = request.section
    ? { ...request, section: { ...request.section, explain_stroke: stroke } }
    : request;
  const explained = useQuery({
    queryKey: keys.explained(body),
    enabled: quantity !== null,
    queryFn: () => data(api.POST("/api/v1/cut-plans/preview", { body })),
  });
  if (explained.data === undefined) return null;
  return <TraceSheet plan={explained.data} quantity={quantity} onClose={onClose} />;
}
