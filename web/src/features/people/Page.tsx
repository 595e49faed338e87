/** Who works here, who may cut what, on which tablets, and what happened. */
import { PEOPLE } from "@/text/people";
import { useSession } from "@/ui/session";
import { Clearances } from "./Clearances";
import { People } from "./People";
import { Tablets } from "./Tablets";
import { Trail } from "./Trail";

export function PeoplePage() {
  const { may } = useSession();
  return (
    <div className="flex flex-col gap-6">
      <h1 className="sr-only">{PEOPLE.shopLink}</h1>
      <People />
      <div className="grid items-start gap-6 lg:grid-cols-2">
        <Clearances />
        {may("settle") && <Tablets />}
      </div>
      {may("audit") && <Trail />}
    </div>
  );
}
