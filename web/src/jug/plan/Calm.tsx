import { memo } from "react";
import type { Schemas } from "../../api/client";
import { Outcome } from "./Answer";
import { Checks } from "./Checks";
import { useCalm } from "./useCalm";

type Evaluated = { result: Schemas["EvaluationOut"] };

// While a bar is pulled the jug, the stem and the answer go first; these are drawn anew a little less often.
export const CalmChecks = memo(function CalmChecks({
  result,
  onRemedy,
}: Evaluated & { onRemedy: ((remedy: Schemas["RemedyOut"]) => void) | undefined }) {
  const { warnings, low } = useCalm(result);
  return <Checks warnings={warnings} low={low} onRemedy={onRemedy} />;
});

export const CalmOutcome = memo(function CalmOutcome({ result }: Evaluated) {
  return <Outcome result={useCalm(result)} />;
});
