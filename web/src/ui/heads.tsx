/** The heads of a table. A column whose head nobody needs to see still has one for a reader that speaks. */
export type Head = string | { hidden: string };

type Props = { heads: readonly Head[]; className?: string };

export function Heads({ heads, className = "font-normal" }: Props) {
  return heads.map((head) => {
    const name = typeof head === "string" ? head : head.hidden;
    return (
      <th key={name} scope="col" className={className}>
        {typeof head === "string" ? head : <span className="sr-only">{head.hidden}</span>}
      </th>
    );
  });
}
