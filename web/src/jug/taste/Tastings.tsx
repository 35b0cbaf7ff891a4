import { chakra, Heading, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { day } from "../../format";
import { age } from "./age";
import { sideName } from "./Scale";

/** How a batch tasted over time, the newest first. */
export function Tastings({
  told,
  marks,
  timeZone,
}: {
  told: Schemas["TastingOut"][];
  marks: Schemas["NamedOut"][];
  timeZone: string;
}) {
  if (told.length === 0) return <Text color="quiet">Nobody has said how it tastes yet.</Text>;
  return (
    <section aria-label="How it tasted">
      <Heading as="h3" size="md" fontFamily="heading">
        How it tasted
      </Heading>
      <chakra.ul listStyleType="none">
        {told.map((each) => (
          <chakra.li key={each.id} py="2" borderTopWidth="1px" borderColor="line">
            <Text>
              <b>{marks.find((row) => row.key === String(each.overall))?.name ?? "Tasted"}</b>
              <chakra.span color="quiet">
                {" "}
                {each.days !== null && `${age(each.days)}, `}
                {day(each.at, timeZone)}
                {each.by && `, ${each.by}`}
              </chakra.span>
            </Text>
            {each.words && <Text>{each.words}</Text>}
            <Sides scores={each.scores} />
          </chakra.li>
        ))}
      </chakra.ul>
    </section>
  );
}

/** Every side that was marked. */
function Sides({ scores }: { scores: Record<string, number> }) {
  const marked = Object.entries(scores).filter(([key]) => key !== "overall");
  if (marked.length === 0) return null;
  return (
    <Text color="quiet" fontSize="sm">
      {marked.map(([key, mark]) => `${sideName(key).toLowerCase()} ${mark} of 5`).join(" · ")}
    </Text>
  );
}
