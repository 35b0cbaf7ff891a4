import { Grid, Stack } from "@chakra-ui/react";
import { memo } from "react";
import type { Schemas } from "../../../api/client";
import { useReference } from "../../../api/queries";
import { ChoiceField, TextField } from "../../../frame/fields";
import { Mark } from "../../../frame/states";
import type { DraftGlass, TypedProblems } from "../draft";
import { liquids, pourOf, withStyle } from "../edits";
import type { Change } from "./acts";

/** How it is to be in the glass: planned backwards from there. */
export const GlassFields = memo(function GlassFields({
  glass,
  problems,
  refused,
  shelf,
  change,
}: {
  glass: DraftGlass;
  problems: TypedProblems["fields"];
  refused: Schemas["ProblemItem"] | undefined;
  shelf: Schemas["ProductOut"][];
  change: Change;
}) {
  const { style } = glass;
  const reference = useReference().data;
  const closures = reference?.closures ?? [];
  const styles = reference?.styles ?? [];
  const sweeteners = reference?.sweeteners ?? [];
  const {
    sweet = false,
    fizzy = false,
    late = false,
  } = styles.find((row) => row.key === style) ?? {};
  const liquid = liquids(shelf);
  const said = (end: string) => (refused?.at.endsWith(end) ? refused.text : undefined);

  function set(patch: Partial<DraftGlass>, stroke?: string) {
    change((before) => ({ ...before, glass: { ...before.glass, ...patch } }), stroke);
  }

  const lateError = said("late");
  const general = refused && ![lateError, said("sugar_g_per_l"), said("volumes")].some(Boolean);
  return (
    <Stack gap="3">
      <ChoiceField
        label="How you want it"
        value={style}
        onChange={(key) => change((before) => withStyle(before, key, styles))}
      >
        {styles.map(({ key, name }) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </ChoiceField>
      {(sweet || fizzy || late) && (
        <Grid templateColumns="1fr 1fr" gap="3" alignItems="start">
          {sweet && (
            <TextField
              label="Sweetness, g/L"
              inputMode="decimal"
              value={glass.sweetness}
              hint="15 off dry, 40 sweet"
              error={problems.sweetness ?? said("sugar_g_per_l")}
              onChange={(event) => set({ sweetness: event.target.value }, "sweetness")}
            />
          )}
          {fizzy && (
            <TextField
              label="Gas, volumes"
              inputMode="decimal"
              value={glass.volumes}
              hint="2.5 lively, 3.5 sparkling"
              error={problems.volumes ?? said("volumes")}
              onChange={(event) => set({ volumes: event.target.value }, "volumes")}
            />
          )}
          {style === "late_juice" && (
            <TextField
              label="Share of the bottle, %"
              inputMode="decimal"
              value={glass.lateShare}
              error={problems.lateShare ?? said("late_share")}
              onChange={(event) => set({ lateShare: event.target.value }, "lateShare")}
            />
          )}
        </Grid>
      )}
      {late && (
        <ChoiceField
          label="Added at the end"
          value={String(glass.late?.product_id ?? (glass.late ? "kept" : ""))}
          error={lateError}
          onChange={(id) => {
            const product = liquid.find((row) => String(row.id) === id);
            if (product) set({ late: { ...pourOf(product), volume_ml: null } });
          }}
        >
          <option value="">Choose …</option>
          {glass.late && glass.late.product_id == null && (
            <option value="kept">{glass.late.name}</option>
          )}
          {liquid.map((row) => (
            <option key={row.id} value={row.id}>
              {row.name}
            </option>
          ))}
        </ChoiceField>
      )}
      {style === "fizzy_sweet" && (
        <ChoiceField
          label="Sweetened with"
          value={glass.late?.sugar ?? sweeteners[0]?.key ?? ""}
          hint="Yeast leaves it alone. Xylitol is poisonous to dogs."
          onChange={(key) => {
            const name = sweeteners.find((row) => row.key === key)?.name ?? key;
            set({ late: { name, kind: "sugar", sugar: key } });
          }}
        >
          {sweeteners.map((row) => (
            <option key={row.key} value={row.key}>
              {row.name}
            </option>
          ))}
        </ChoiceField>
      )}
      <ChoiceField
        label="Bottle and closure"
        value={glass.closed}
        hint="The most gas it could make is checked against this"
        onChange={(closed) => set({ closed })}
      >
        <option value="">No bottle chosen yet</option>
        {closures.map((row) => (
          <option key={`${row.bottle}/${row.closure}`} value={`${row.bottle}/${row.closure}`}>
            {row.bottle_name}, {row.closure_name}
          </option>
        ))}
      </ChoiceField>
      {general && <Mark tone="bad">{refused.text}</Mark>}
    </Stack>
  );
});
