import type { Schemas } from "../api/client";
import { colour } from "../theme/colour";
import { drinkToken } from "../theme/drinks";
import css from "./TheLine.module.css";

type Task = Schemas["TaskOut"];

const DAYS = 15;
const DAY_MS = 86_400_000;
const MOST_TAPES = 3;

/** Two weeks pegged out on a string: each jug's next thing on the day it comes. */
export function TheLine({
  tasks,
  spans,
  now,
  timeZone,
}: {
  tasks: Task[];
  spans: Schemas["SpanOut"][];
  now: string;
  timeZone: string;
}) {
  const dayOf = new Intl.DateTimeFormat("en-CA", { timeZone });
  const weekday = new Intl.DateTimeFormat("en-GB", { weekday: "short", timeZone });
  const date = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone });
  const today = dayOf.format(new Date(now));
  const days = Array.from({ length: DAYS }, (_, i) => {
    const at = new Date(Date.parse(now) + i * DAY_MS);
    const key = dayOf.format(at);
    const pegged = tasks.filter((task) => {
      const comes = dayOf.format(new Date(task.since));
      // What is late or may be done now hangs on today.
      return comes <= today ? key === today : comes === key;
    });
    return { key, weekday: i === 0 ? "Today" : weekday.format(at), date: date.format(at), pegged };
  });
  const place = (at: string, beyond: number) => {
    const key = dayOf.format(new Date(at));
    if (key < today) return 0;
    const found = days.findIndex((one) => one.key === key);
    return found < 0 ? beyond : found;
  };
  return (
    <>
      <ol className={css.line} aria-label="The next two weeks">
        {days.map((day) => (
          <li key={day.key} className={day.pegged.length > 0 ? css.day : `${css.day} ${css.empty}`}>
            <span className={css.date}>
              {day.weekday} <b>{day.date}</b>
            </span>
            <span className={css.tapes}>
              {day.pegged.slice(0, MOST_TAPES).map((task) => (
                <span key={`${task.jug}-${task.what}-${task.asked}`} className={css.tape}>
                  <i
                    aria-hidden="true"
                    style={{ background: colour(drinkToken(task.drinks[0] ?? { kind: "juice" })) }}
                  />
                  <span>
                    <b>{task.number}</b> {task.short}
                  </span>
                </span>
              ))}
              {day.pegged.length > MOST_TAPES && (
                <span className={css.more}>+{day.pegged.length - MOST_TAPES}</span>
              )}
            </span>
          </li>
        ))}
      </ol>
      {spans.length > 0 && (
        <ul className={css.spans} aria-label="Likely dry">
          {spans.map((span) => (
            <li
              key={span.jug}
              className={css.span}
              style={
                {
                  "--first": place(span.since, DAYS) + 1,
                  "--last": place(span.until, DAYS - 1) + 2,
                } as React.CSSProperties
              }
            >
              <i
                aria-hidden="true"
                style={{ background: colour(drinkToken(span.drinks[0] ?? { kind: "juice" })) }}
              />
              <span>
                <b>{span.number}</b> likely dry {date.format(new Date(span.since))} to{" "}
                {date.format(new Date(span.until))}
              </span>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
