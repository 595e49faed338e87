/** What the whole application stands in: preferences, the server's data, the routes. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { ApiFailure } from "@/api/client";
import { PreferencesProvider } from "@/ui/preferences";
import { SessionProvider } from "@/ui/session";
import { Gate } from "./gate";
import { router } from "./routes";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 2_000,
      retry: (count, error) => error instanceof ApiFailure && error.code === "offline" && count < 5,
      retryDelay: 1_500,
      // the server is on this machine or in this shop: no network is no reason to wait
      networkMode: "always",
    },
    mutations: { networkMode: "always" },
  },
});

export function Providers() {
  return (
    <PreferencesProvider>
      <QueryClientProvider client={queries}>
        <SessionProvider>
          <Gate>
            <RouterProvider router={router} />
          </Gate>
        </SessionProvider>
      </QueryClientProvider>
    </PreferencesProvider>
  );
}
