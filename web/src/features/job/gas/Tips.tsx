/** The fewest tips that cut the job, and what they take beside the tip that suits each cut best. */
import { useQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN, word } from "@/text";
import { tipName } from "@/text/tip";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";
import { tipsTake } from "./told";

export function Tips({ jobId }: { jobId: string }) {
  const { system } = usePreferences();
  const tips = useQuery({
    queryKey: keys.jobTips(jobId),
    queryFn: () => data(api.GET("/api/v1/jobs/{id}/tips", { params: { path: { id: jobId } } })),
  });
  if (tips.isPending) return <Loading what="Trying the tips" />;
  if (tips.error) return <Failed error={tips.error} />;
  const { fewest, without } = tips.data;
  return (
    <div className="flex flex-col gap-2" data-tips={fewest.length}>
      <p className="text-sm text-ink-2">{SCREEN.tipsLead}</p>
      <ul className="divide-y divide-line rounded-md border border-line bg-sheet">
        {fewest.map((tip) => (
          <li key={`${tip.bore_mm} ${tip.face}`} className="flex flex-col px-3 py-2">
            <span className="font-semibold">
              {tipName(tip, system)}, {word(tip.face)} face
              {tip.name && <span className="font-normal text-ink-2"> · {tip.name}</span>}
            </span>
            <span className="text-sm text-ink-2">{tip.typed.join(" · ")}</span>
          </li>
        ))}
      </ul>
      <p className="text-sm">{tipsTake(tips.data, system)}</p>
      {without.map((typed) => (
        <Notice key={typed} level="caution">
          No tip at hand suits: {typed}
        </Notice>
      ))}
    </div>
  );
}
