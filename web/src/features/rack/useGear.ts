/** A piece of gear on its sheet: what is said of it, and how it is saved and taken off the list. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeRack } from "@/api/lists";
import { once } from "@/api/once";
import { type Fields, type Gear, type GearKind, readNow, USUAL, whole, wiresInHand } from "./model";

type Of = {
  /** Nothing where it is new. */
  gear: Gear | undefined;
  kind: GearKind;
  onClose: () => void;
  onGone: (gear: Gear) => void;
};

/** What the sheet says: its name, its fields, whether it serves and why not. */
type Said = { label: string; fields: Fields; serving: boolean; why: string };

function saidOf(gear: Gear | undefined, kind: GearKind): Said {
  return {
    label: gear?.label ?? "",
    fields: (gear?.fields as Fields) ?? USUAL[kind],
    serving: gear?.in_service ?? true,
    why: gear?.out_because ?? "",
  };
}

export function useGear({ gear, kind, onClose, onGone }: Of) {
  const queries = useQueryClient();
  const [said, setSaid] = useState(() => saidOf(gear, kind));
  const { label, fields, serving, why } = said;
  const refresh = () => queries.invalidateQueries();
  const save = useMutation({
    mutationFn: () => {
      const before = (gear?.fields as Fields) ?? {};
      const known = whole(readNow(kind, { before, now: fields, moment: new Date().toISOString() }));
      const body = { label, fields: known, in_service: serving, out_because: serving ? "" : why };
      if (gear === undefined) {
        // the moment of a reading is that of the first try
        const { read_at: _, ...meant } = known as Fields & { read_at?: unknown };
        return once(["gear", kind, label, meant], { kind, ...body }, (id, body) =>
          data(api.PUT("/api/v1/gear/{id}", { params: { path: { id } }, body })),
        );
      }
      const change = { version: gear.version, ...body } as Schemas["GearChange"];
      return data(
        api.PATCH("/api/v1/gear/{id}", { params: { path: { id: gear.id } }, body: change }),
      );
    },
    onSuccess: async () => {
      await refresh();
      onClose();
    },
  });
  const remove = useMutation({
    mutationFn: () =>
      data(
        api.DELETE("/api/v1/gear/{id}", {
          params: { path: { id: gear?.id ?? "" } },
          body: { version: gear?.version ?? 0 },
        }),
      ),
    onSuccess: async (gone) => {
      onGone(gone);
      await refresh();
      onClose();
    },
  });
  return {
    said,
    say: (part: Partial<Said>) => setSaid((now) => ({ ...now, ...part })),
    set: (key: string, value: unknown) =>
      setSaid((now) => ({ ...now, fields: { ...now.fields, [key]: value } })),
    save,
    remove,
    failure: save.error instanceof ApiFailure ? save.error : null,
  };
}

/** The wires that a bore can be measured with, thin to thick: those of the sets in the rack, and those that the shop told before. */
export function useWires(wanted: boolean): number[] {
  const shop = useQuery({
    queryKey: keys.shop,
    enabled: wanted,
    queryFn: () => data(api.GET("/api/v1/shop")),
  });
  const rack = useQuery({ queryKey: keys.rack, enabled: wanted, queryFn: wholeRack });
  const told = (shop.data?.settings as { cleaner_wires_mm?: number[] } | undefined)
    ?.cleaner_wires_mm;
  return wanted ? wiresInHand(rack.data?.gear ?? [], told ?? []) : [];
}
