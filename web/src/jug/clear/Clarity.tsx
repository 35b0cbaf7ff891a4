import { chakra, RadioGroup, Text } from "@chakra-ui/react";
import { useId } from "react";
import type { Schemas } from "../../api/client";
import { colour } from "../../theme/colour";
import css from "./Clarity.module.css";

const GLASS = "M11 6 L15 78 H49 L53 6 Z";

/** How each grade lets through what stands behind the glass: blur in px, and how dense it is. */
const LETS: Record<string, { blur: number; dense: number }> = {
  brilliant: { blur: 0, dense: 0.42 },
  clear: { blur: 0.5, dense: 0.5 },
  hazy: { blur: 1.7, dense: 0.66 },
  cloudy: { blur: 3.2, dense: 0.86 },
  thick: { blur: 5, dense: 1 },
};

/** The scale of clearness, drawn: print behind a glass of this drink. */
export function Clarity({
  grades,
  value,
  onChange,
  drink,
}: {
  grades: Schemas["ClarityOut"][];
  value: string;
  onChange: (grade: string) => void;
  drink: string;
}) {
  return (
    <RadioGroup.Root
      aria-label="How clear is it?"
      value={value}
      onValueChange={(chosen) => onChange(chosen.value ?? "")}
    >
      <div className={css.scale}>
        {grades.map((grade) => (
          <RadioGroup.Item key={grade.key} value={grade.key} className={css.grade}>
            <RadioGroup.ItemHiddenInput />
            <ThroughAGlass grade={grade.key} drink={drink} />
            <RadioGroup.ItemText>
              <chakra.span fontWeight="700">{grade.name}</chakra.span>
            </RadioGroup.ItemText>
          </RadioGroup.Item>
        ))}
      </div>
      <Text color="quiet" fontSize="sm" minH="3rem" role="status">
        {grades.find((grade) => grade.key === value)?.seen ??
          "Hold a glass of it before print, in good light."}
      </Text>
    </RadioGroup.Root>
  );
}

/** A glass of the drink with print behind it. */
export function ThroughAGlass({ grade, drink }: { grade: string; drink: string }) {
  const id = useId();
  const { blur, dense } = LETS[grade] ?? { blur: 0, dense: 1 };
  return (
    <svg viewBox="0 0 64 84" width="54" height="71" aria-hidden="true">
      <defs>
        <clipPath id={id}>
          <path d={GLASS} />
        </clipPath>
      </defs>
      <rect x="0.5" y="8" width="63" height="66" rx="3" fill={colour("paper")} />
      <Print />
      <g clipPath={`url(#${id})`}>
        <path d={GLASS} fill={colour("paper")} />
        <g style={{ filter: blur ? `blur(${blur}px)` : undefined }}>
          <Print />
        </g>
      </g>
      <path d={GLASS} fill={colour(drink)} fillOpacity={dense} className={css.glass} />
    </svg>
  );
}

function Print() {
  return (
    <g className={css.print}>
      <text x="3" y="27">
        read this
      </text>
      <text x="3" y="43">
        through a
      </text>
      <text x="3" y="59">
        full glass
      </text>
    </g>
  );
}
