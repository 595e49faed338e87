/** Every path of the application. */
import {
  createRootRoute,
  createRoute,
  createRouter,
  lazyRouteComponent,
} from "@tanstack/react-router";
import { Frame } from "./frame";
import { NoPage } from "./no-page";

/** Which round end is rolled out; mm and degrees. */
type TemplateSearch = {
  diameter: number;
  kind: string;
  angle?: number;
  header?: number;
  name?: string;
};

const root = createRootRoute({ component: Frame, notFoundComponent: NoPage });
const today = createRoute({
  getParentRoute: () => root,
  path: "/",
  component: lazyRouteComponent(() => import("@/features/today"), "TodayPage"),
});
const jobs = createRoute({
  getParentRoute: () => root,
  path: "/jobs",
  component: lazyRouteComponent(() => import("@/features/job"), "JobsPage"),
});
const job = createRoute({
  getParentRoute: () => root,
  path: "/jobs/$jobId",
  validateSearch: (search: Record<string, unknown>): { line?: string } =>
    typeof search.line === "string" ? { line: search.line } : {},
  component: lazyRouteComponent(() => import("@/features/job"), "JobPage"),
});
const card = createRoute({
  getParentRoute: () => root,
  path: "/cards/$planId",
  component: lazyRouteComponent(() => import("@/features/card"), "CardPage"),
});
const gas = createRoute({
  getParentRoute: () => root,
  path: "/jobs/$jobId/gas",
  component: lazyRouteComponent(() => import("@/features/job"), "GasPage"),
});
const nest = createRoute({
  getParentRoute: () => root,
  path: "/jobs/$jobId/nest",
  component: lazyRouteComponent(() => import("@/features/nest"), "NestPage"),
});
const run = createRoute({
  getParentRoute: () => root,
  path: "/jobs/$jobId/run",
  component: lazyRouteComponent(() => import("@/features/run"), "RunPage"),
});
const list = createRoute({
  getParentRoute: () => root,
  path: "/jobs/$jobId/list",
  component: lazyRouteComponent(() => import("@/features/job"), "ListPage"),
});
/** Which part of the record, of the log the cuts around a moment with one that is meant, and the job of a new quote with the share of its plates that is used. */
type RecordAsked = {
  part?: string;
  around?: string;
  burn?: string;
  job?: string;
  used?: number;
};

/** What an edge is asked about: a cut of a job, a trouble at the torch, a sign; or which part of the page. */
type EdgeAsked = { job?: string; line?: string; trouble?: string; sign?: string; tab?: string };

/** A line of a job that is laid out anew, or a part that was typed elsewhere. */
type LayoutAsked = { job?: string; line?: string; typed?: string };

const layout = createRoute({
  getParentRoute: () => root,
  path: "/layout",
  validateSearch: ({ job, line, typed }: Record<string, unknown>): LayoutAsked => ({
    ...(typeof job === "string" && typeof line === "string" ? { job, line } : {}),
    ...(typeof typed === "string" ? { typed } : {}),
  }),
  component: lazyRouteComponent(() => import("@/features/layout"), "LayoutPage"),
});
const work = createRoute({
  getParentRoute: () => root,
  path: "/work",
  component: lazyRouteComponent(() => import("@/features/work"), "WorkPage"),
});
const edge = createRoute({
  getParentRoute: () => root,
  path: "/edge",
  validateSearch: ({ job, line, trouble, sign, tab }: Record<string, unknown>): EdgeAsked => {
    if (typeof job === "string" && typeof line === "string") return { job, line };
    if (typeof trouble === "string") return { trouble };
    if (typeof tab === "string") return { tab };
    return typeof sign === "string" ? { sign } : {};
  },
  component: lazyRouteComponent(() => import("@/features/edge"), "EdgePage"),
});
const record = createRoute({
  getParentRoute: () => root,
  path: "/record",
  validateSearch: ({ part, around, burn, job, used }: Record<string, unknown>): RecordAsked => ({
    ...(typeof part === "string" ? { part } : {}),
    ...(typeof around === "string" ? { around } : {}),
    ...(typeof burn === "string" ? { burn } : {}),
    ...(typeof job === "string" ? { job } : {}),
    ...(typeof used === "number" ? { used } : {}),
  }),
  component: lazyRouteComponent(() => import("@/features/record"), "RecordPage"),
});
const jobRecord = createRoute({
  getParentRoute: () => root,
  path: "/jobs/$jobId/record",
  component: lazyRouteComponent(() => import("@/features/record"), "JobRecordPage"),
});
const quote = createRoute({
  getParentRoute: () => root,
  path: "/quotes/$quoteId",
  component: lazyRouteComponent(() => import("@/features/record"), "QuotePage"),
});
const steel = createRoute({
  getParentRoute: () => root,
  path: "/steel",
  component: lazyRouteComponent(() => import("@/features/steel"), "SteelPage"),
});
const rack = createRoute({
  getParentRoute: () => root,
  path: "/rack",
  component: lazyRouteComponent(() => import("@/features/rack"), "RackPage"),
});
const template = createRoute({
  getParentRoute: () => root,
  path: "/template",
  validateSearch: (search: Record<string, unknown>): TemplateSearch => ({
    diameter: Number(search.diameter),
    kind: String(search.kind),
    ...(search.angle === undefined ? {} : { angle: Number(search.angle) }),
    ...(search.header === undefined ? {} : { header: Number(search.header) }),
    ...(typeof search.name === "string" ? { name: search.name } : {}),
  }),
  component: lazyRouteComponent(() => import("@/features/template"), "TemplatePage"),
});
const shop = createRoute({
  getParentRoute: () => root,
  path: "/shop",
  component: lazyRouteComponent(() => import("@/features/shop"), "ShopPage"),
});

const people = createRoute({
  getParentRoute: () => root,
  path: "/people",
  component: lazyRouteComponent(() => import("@/features/people"), "PeoplePage"),
});
const account = createRoute({
  getParentRoute: () => root,
  path: "/account",
  component: lazyRouteComponent(() => import("@/features/account"), "AccountPage"),
});

const pages = [
  today,
  jobs,
  job,
  gas,
  nest,
  list,
  run,
  layout,
  work,
  edge,
  record,
  quote,
  jobRecord,
  steel,
  rack,
  card,
  shop,
  template,
  people,
  account,
];

export const router = createRouter({ routeTree: root.addChildren(pages) });

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
