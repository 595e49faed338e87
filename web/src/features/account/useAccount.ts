/** One's own account: what is asked of the shop, and what is changed. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";

export function useSessions() {
  const queries = useQueryClient();
  const sessions = useQuery({
    queryKey: keys.sessions,
    queryFn: () => data(api.GET("/api/v1/sessions")),
  });
  const end = useMutation({
    mutationFn: async (id: string) => {
      await data(done(api.DELETE("/api/v1/sessions/{id}", { params: { path: { id } } })));
    },
    onSettled: () => queries.invalidateQueries({ queryKey: keys.sessions }),
  });
  return { sessions, end };
}

export function useTokens() {
  const queries = useQueryClient();
  const again = () => queries.invalidateQueries({ queryKey: keys.tokens });
  const tokens = useQuery({
    queryKey: keys.tokens,
    queryFn: () => data(api.GET("/api/v1/tokens")),
  });
  const make = useMutation({
    mutationFn: (body: { name: string; scope: "all" | "read" }) =>
      data(api.POST("/api/v1/tokens", { body })),
    onSettled: again,
  });
  const revoke = useMutation({
    mutationFn: async (id: string) => {
      await data(done(api.DELETE("/api/v1/tokens/{id}", { params: { path: { id } } })));
    },
    onSettled: again,
  });
  return { tokens, make, revoke };
}

/** A reply without a body is done; a refusal stays one. */
export async function done(
  reply: Promise<{ error?: unknown; response: Response }>,
): Promise<{ data?: true; error?: unknown }> {
  const { error, response } = await reply;
  return response.ok ? { data: true } : { error };
}
