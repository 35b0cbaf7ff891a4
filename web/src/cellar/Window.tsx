import { Text } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import css from "./CellarPage.module.css";

const month = new Intl.DateTimeFormat("en-GB", { month: "short", year: "numeric" });

/** From when a lot is ready and until when it is at its best, with today in it. */
export function Window({ lot }: { lot: Schemas["CellarLotOut"] }) {
  const [filled, ready, best] = [lot.filled_at, lot.ready_from, lot.best_until].map(Date.parse) as [
    number,
    number,
    number,
  ];
  const whole = best - filled || 1;
  const now = Math.min(Math.max((Date.now() - filled) / whole, 0), 1);
  return (
    <>
      <span className={css.bar} aria-hidden="true">
        <span className={css.best} style={{ left: `${(100 * (ready - filled)) / whole}%` }} />
        <span className={css.now} style={{ left: `${100 * now}%` }} />
      </span>
      <Text as="span" fontSize="sm">
        {said(lot)}
      </Text>
    </>
  );
}

function said(lot: Schemas["CellarLotOut"]): string {
  const until = month.format(new Date(lot.best_until));
  switch (lot.standing) {
    case "wait":
      return `wait until ${month.format(new Date(lot.ready_from))}`;
    case "soon":
      return `drink by ${until}`;
    case "past":
      return `past its best since ${until}`;
    default:
      return `ready, until ${until}`;
  }
}
