/** The bench, fetched when it is first needed: the page that is opened in the morning does not wait for its drawings. */
import { lazyRouteComponent } from "@tanstack/react-router";
import { type ComponentProps, Suspense } from "react";
import { Loading } from "@/ui/states";
import type { Bench as Whole } from "./Bench";

const Fetched = lazyRouteComponent(() => import("./Bench"), "Bench");

/** Fetches it ahead, so that the first cut does not wait for it. */
export function fetchBench(): void {
  void Fetched.preload?.();
}

export function Bench(props: ComponentProps<typeof Whole>) {
  return (
    <Suspense fallback={<Loading what="Laying out the bench" />}>
      <Fetched {...props} />
    </Suspense>
  );
}
