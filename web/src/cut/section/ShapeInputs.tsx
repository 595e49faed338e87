/** Which shape: by its name, or by its own sizes. */

import type { SectionInput } from "@/api/client";
import { options } from "@/text";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { FAMILIES, ownSizes, sizesOf } from "./asks";
import type { Part } from "./part";
import { ShapeField } from "./ShapeField";

const BY_NAME = "by name";
const GIVEN = [
  { value: BY_NAME, text: "by its name" },
  ...options(FAMILIES).map((each) => ({ ...each, text: `own sizes: ${each.text}` })),
];

export function ShapeInputs({ section, error, of }: Part) {
  const custom = section.custom as NonNullable<SectionInput["custom"]> | null | undefined;
  const family = custom?.family ?? BY_NAME;
  return (
    <>
      <Choice
        label="The shape is given"
        value={family}
        options={GIVEN}
        onChange={(next) =>
          of(
            next === BY_NAME
              ? { custom: null, profile: section.profile ?? "W12X26" }
              : {
                  custom: ownSizes(next, custom),
                  cut: { kind: "square" },
                  way: null,
                },
          )
        }
      />
      {custom ? (
        sizesOf(family).map(([size, label]) => (
          <MeasureField
            key={size}
            label={label}
            kind="length"
            value={custom[size] ?? null}
            error={error(`section.custom.${size}`)}
            onCommit={(value) => of({ custom: { ...custom, [size]: value } })}
          />
        ))
      ) : (
        <ShapeField
          value={section.profile ?? ""}
          error={error("section.profile")}
          onCommit={(profile) => of({ profile, way: null })}
        />
      )}
    </>
  );
}
