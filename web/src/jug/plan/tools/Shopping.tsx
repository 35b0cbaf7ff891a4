import { HStack, Stack, Text } from "@chakra-ui/react";
import { answer, api } from "../../../api/client";
import { csvCell, saveFile } from "../../../api/files";
import { money } from "../../../format";
import { QuietButton, Trouble, Waiting } from "../../../frame/states";
import { ByHand, useCopy } from "../../../frame/useCopy";
import type { Plan } from "../draft";
import css from "../plan.module.css";
import { useAsked } from "./useAsked";

/** What to buy after what is in stock, with the total at the till. */
export function Shopping({ plan, name }: { plan: Plan; name: string }) {
  const list = useAsked("shopping", plan, (body: Plan) =>
    answer(api.POST("/api/plans/shopping", { body })),
  );
  const { copy, byHand } = useCopy();
  if (list.isPending) return <Waiting what="Checking your stock" />;
  if (list.isLoadingError) return <Trouble error={list.error} again={() => list.refetch()} />;
  const { lines, total, currency, unpriced, text } = list.data;

  function csv() {
    const head = "name,takes,at_home_packs,to_buy_packs,pack,price,cost,place";
    const rows = lines.map((line) =>
      [
        csvCell(line.name),
        csvCell(line.words),
        line.at_home,
        line.to_buy ?? "",
        csvCell(line.pack),
        line.price ?? "",
        line.cost ?? "",
        csvCell(line.place),
      ].join(","),
    );
    saveFile(`${name}, shopping.csv`, "text/csv", `${[head, ...rows].join("\r\n")}\r\n`);
  }

  return (
    <Stack gap="3" className="printed">
      <table className={css.table} aria-label="Shopping list">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">To buy</th>
            <th scope="col">Cost</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.name}>
              <th scope="row">
                {line.name}
                <Text color="quiet" fontSize="sm" fontWeight="400">
                  takes {line.words}
                  {line.at_home > 0 &&
                    `, ${line.at_home} ${line.at_home === 1 ? "pack" : "packs"} in stock`}
                  {line.place && ` · ${line.place}`}
                </Text>
              </th>
              <td>
                {line.to_buy === null
                  ? "not on the shelf"
                  : line.to_buy === 0
                    ? "nothing"
                    : `${line.to_buy} × ${line.pack}`}
              </td>
              <td>{line.cost === null ? "–" : money(line.cost, currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Text fontSize="lg">
        <b>{money(total, currency)}</b> at the till
        {unpriced.length > 0 && `, without ${unpriced.join(", ")}`}
      </Text>
      <HStack wrap="wrap" css={{ "@media print": { display: "none" } }}>
        <QuietButton onClick={() => copy(text, "The list is copied: paste it where you like.")}>
          Copy as text
        </QuietButton>
        <QuietButton onClick={csv}>Save as CSV</QuietButton>
        <QuietButton onClick={() => window.print()}>Print</QuietButton>
      </HStack>
      {byHand && <ByHand text={byHand} />}
    </Stack>
  );
}
