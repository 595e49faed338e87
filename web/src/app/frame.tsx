/** The frame: where one is, who is here, and in which units. */
import { useQuery } from "@tanstack/react-query";
import {
  Link,
  lazyRouteComponent,
  Outlet,
  useNavigate,
  useRouterState,
} from "@tanstack/react-router";
import { Moon, Search, Sun, UserRound } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { Suspense, useCallback, useEffect, useState } from "react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN } from "@/text";
import { ACCOUNT } from "@/text/account";
import { ROLES } from "@/text/door";
import { PEOPLE } from "@/text/people";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { useSession } from "@/ui/session";
import { Sheet } from "@/ui/sheet";
import { nextSystem, SYSTEMS, unitOf } from "@/units";
import { SHORTCUTS, useShortcuts } from "./keys";

/** Fetched once the page stands: nobody looks for anything before. */
const Find = lazyRouteComponent(() => import("./find"), "Find");

const PAGES = [
  { to: "/", text: "Today" },
  { to: "/jobs", text: "Jobs" },
  { to: "/layout", text: "Layout" },
  { to: "/work", text: "Work" },
  { to: "/edge", text: "Edge" },
  { to: "/record", text: "Record" },
  { to: "/steel", text: "Steel" },
  { to: "/rack", text: "Rack" },
  { to: "/shop", text: "Shop" },
] as const;

function Brand() {
  return (
    <Link to="/" className="flex shrink-0 items-center gap-2 sm:pr-2" aria-label="Galvanon, today">
      <svg viewBox="0 0 32 24" width="30" height="22" aria-hidden="true">
        <path
          d="M1 12h12.500c.6 4 .1 7.5-1.3 11H1zM17.5 12H31v11H15.800c1.6-3.5 2.2-7 1.7-11z"
          fill="var(--steel-2)"
        />
        <path d="M12.5 0h6.500l-1.6 7h-3.300z" fill="var(--ink)" />
        <path d="M15.7 8.500v9" stroke="var(--accent)" strokeWidth="2.2" strokeLinecap="round" />
      </svg>
      <span className="hidden text-base font-bold tracking-tight sm:inline">Galvanon</span>
    </Link>
  );
}

function WhoIsHere() {
  const { session, leave } = useSession();
  const navigate = useNavigate();
  if (session === null) return null;
  const { name, handedness } = session.person;
  const item =
    "flex h-9 cursor-pointer items-center rounded-sm px-2 text-sm outline-none data-[highlighted]:bg-accent-soft";
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button look="bare" data-who={name}>
          <UserRound size={16} aria-hidden="true" />
          <span className="sr-only max-w-36 truncate md:not-sr-only">{name}</span>
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-30 min-w-52 rounded-md border border-line-strong bg-sheet p-1 shadow-lg"
        >
          <DropdownMenu.Label className="px-2 py-1 text-xs text-ink-2">
            {ROLES[session.role]}, {handedness} hand
          </DropdownMenu.Label>
          <DropdownMenu.Item className={item} onSelect={() => void navigate({ to: "/account" })}>
            {ACCOUNT.title}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => void navigate({ to: "/people" })}>
            {PEOPLE.title}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => void leave()}>
            {ACCOUNT.leave}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

export function Frame() {
  const { system, setSystem, offerSystem, theme, setTheme } = usePreferences();
  const { older } = useSession();
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  const shopUnits = (shop.data?.settings as { units?: string } | undefined)?.units;
  useEffect(() => {
    const known = SYSTEMS.find((each) => each === shopUnits);
    if (known !== undefined) offerSystem(known);
  }, [shopUnits, offerSystem]);
  useEffect(() => void Find.preload?.(), []);
  const [finding, setFinding] = useState(false);
  const [helping, setHelping] = useState(false);
  const path = useRouterState({ select: (state) => state.location.pathname });
  const switchUnits = useCallback(() => setSystem(nextSystem(system)), [system, setSystem]);
  useShortcuts({
    find: useCallback(() => setFinding(true), []),
    help: useCallback(() => setHelping(true), []),
    units: switchUnits,
  });
  // at the torch nothing else stands on the screen
  if (path.endsWith("/run")) return <Outlet />;
  const here = (to: string) => (to === "/" ? path === "/" : path.startsWith(to));
  return (
    <div className="flex min-h-screen flex-col print:min-h-0 print:block">
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-40 focus:bg-sheet focus:p-2"
      >
        To the content
      </a>
      <header className="print:hidden sticky top-0 z-10 border-b border-line bg-sheet">
        <div className="mx-auto flex min-h-12 max-w-[1440px] flex-wrap items-center gap-1 px-2 sm:px-4">
          <Brand />
          <nav
            aria-label="Main"
            className="order-last flex h-10 w-full items-stretch justify-between sm:order-none sm:h-12 sm:w-auto"
          >
            {PAGES.map((page) => (
              <Link
                key={page.to}
                to={page.to}
                aria-current={here(page.to) ? "page" : undefined}
                className="flex items-center border-b-3 border-transparent px-0.5 text-xs hover:bg-sunk min-[420px]:px-2 min-[420px]:text-sm aria-[current=page]:border-accent aria-[current=page]:font-semibold sm:px-3"
              >
                {page.text}
              </Link>
            ))}
          </nav>
          <span className="flex-1" />
          <Button look="bare" onClick={() => setFinding(true)}>
            <Search size={16} aria-hidden="true" />
            <span className="sr-only text-ink-2 lg:not-sr-only">Find</span>
          </Button>
          <Button look="quiet" onClick={switchUnits} data-units={system}>
            <span className="sr-only">Units</span>
            {`${unitOf("length", system)} · ${unitOf("pressure", system)}`}
          </Button>
          <Button
            look="bare"
            onClick={() => setTheme(theme === "dark" ? "light" : "dark")}
            aria-label={theme === "dark" ? "Light theme" : "Dark theme"}
          >
            {theme === "dark" ? (
              <Sun size={16} aria-hidden="true" />
            ) : (
              <Moon size={16} aria-hidden="true" />
            )}
          </Button>
          <WhoIsHere />
        </div>
      </header>
      {older && (
        <p
          role="status"
          className="print:hidden flex flex-wrap items-center justify-center gap-3 bg-caution-soft px-4 py-1 text-sm"
          data-older=""
        >
          {SCREEN.olderPage}
          <Button onClick={() => location.reload()}>{SCREEN.loadPage}</Button>
        </p>
      )}
      <main id="main" className="mx-auto w-full max-w-[1440px] flex-1 p-2 sm:p-4 print:p-0">
        <Outlet />
      </main>
      {finding && (
        <Suspense fallback={null}>
          <Find onClose={() => setFinding(false)} />
        </Suspense>
      )}
      <Sheet open={helping} onClose={() => setHelping(false)} title="Keys" middle>
        <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
          {SHORTCUTS.map(([key, what]) => (
            <div key={key} className="contents">
              <dt className="font-semibold">{key}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </Sheet>
    </div>
  );
}
