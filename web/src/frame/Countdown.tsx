import { Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import css from "./Countdown.module.css";

const SECOND_MS = 1000;

/** The time that is left until a moment. */
export function Countdown({ until, what }: { until: number; what: string }) {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), SECOND_MS);
    return () => clearInterval(timer);
  }, []);
  const rest = until - now;
  return (
    <Text className={rest > 0 ? css.running : css.over} role="timer" aria-label={`Wait: ${what}`}>
      {rest > 0 ? clock(rest) : "time is up"}
    </Text>
  );
}

function clock(ms: number): string {
  const seconds = Math.ceil(ms / SECOND_MS);
  const [hours, minutes] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60];
  const two = (value: number) => String(value).padStart(2, "0");
  return hours > 0
    ? `${hours}:${two(minutes)}:${two(seconds % 60)}`
    : `${minutes}:${two(seconds % 60)}`;
}
