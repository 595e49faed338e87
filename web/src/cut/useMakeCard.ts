/** A card of a cut: made once however often it is sent, and opened. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { once } from "@/api/once";

export function useMakeCard() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["PlanRequest"]) =>
      once(["card", body], body, (id, body) =>
        data(api.PUT("/api/v1/plans/{id}", { params: { path: { id } }, body })),
      ),
    onSuccess: async (plan) => {
      await queries.invalidateQueries({ queryKey: keys.today });
      await navigate({ to: "/cards/$planId", params: { planId: plan.id } });
    },
  });
}
