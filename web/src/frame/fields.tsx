import { Field, HStack, Input, NativeSelect, SegmentGroup, Stack, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { retold } from "../units";
import { Explained, Meant } from "./Explained";
import { WhoseMeasure } from "./WhoseMeasure";

type Common = { label: string; hint?: string; error?: string | undefined; hideLabel?: boolean };

/** A field's label, with what its word of the trade means. */
function Named({ label, hideLabel }: { label: string; hideLabel: boolean | undefined }) {
  return (
    <HStack gap="1">
      <Field.Label srOnly={hideLabel} fontWeight="600">
        {label}
      </Field.Label>
      {!hideLabel && <Meant label={label} />}
    </HStack>
  );
}

/** A hint, its words of the trade opening their meaning. */
function Hint({ text }: { text: string }) {
  return (
    <Field.HelperText color="quiet">
      <Explained text={text} />
    </Field.HelperText>
  );
}

/** Once the kitchen knows what a word means, what was typed is read as if typed anew. */
function sayAgain({ value, onChange }: React.ComponentProps<typeof Input>) {
  onChange?.({ target: { value } } as React.ChangeEvent<HTMLInputElement>);
}

/** A text field with its label, a hint, and the sentence when it is wrong. */
export function TextField({
  label,
  hint,
  error,
  hideLabel,
  ...input
}: Common & React.ComponentProps<typeof Input>) {
  return (
    <Field.Root invalid={!!error} gap="1">
      <Named label={label} hideLabel={hideLabel} />
      <Input autoComplete="off" {...input} />
      {hint && !error && <Hint text={hint} />}
      {error && (
        <Field.ErrorText color="bad" fontSize="sm">
          {retold(error)}
          {typeof input.value === "string" && (
            <WhoseMeasure text={input.value} onSettled={() => sayAgain(input)} />
          )}
        </Field.ErrorText>
      )}
    </Field.Root>
  );
}

/** A choice from a list. */
export function ChoiceField({
  label,
  hint,
  error,
  hideLabel,
  children,
  value,
  onChange,
}: Common & { children: ReactNode; value: string; onChange: (value: string) => void }) {
  return (
    <Field.Root invalid={!!error} gap="1">
      <Named label={label} hideLabel={hideLabel} />
      <NativeSelect.Root>
        <NativeSelect.Field value={value} onChange={(event) => onChange(event.target.value)}>
          {children}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {hint && !error && <Hint text={hint} />}
      {error && <Field.ErrorText color="bad">{retold(error)}</Field.ErrorText>}
    </Field.Root>
  );
}

/** One of a few, side by side. */
export function SegmentField({
  label,
  hideLabel,
  options,
  value,
  onChange,
}: {
  label: string;
  hideLabel?: boolean;
  options: readonly (readonly [string, string])[];
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <Stack gap="1" align="flex-start">
      {!hideLabel && (
        <Text fontWeight="600" aria-hidden="true">
          {label}
        </Text>
      )}
      <SegmentGroup.Root
        aria-label={label}
        value={value}
        onValueChange={(chosen) => onChange(chosen.value ?? value)}
      >
        {options.map(([key, name]) => (
          <SegmentGroup.Item key={key} value={key}>
            <SegmentGroup.ItemText>{name}</SegmentGroup.ItemText>
            <SegmentGroup.ItemHiddenInput />
          </SegmentGroup.Item>
        ))}
      </SegmentGroup.Root>
    </Stack>
  );
}

/** The place of a field that is still being fetched. */
export function Waited({ label, placeholder }: { label: string; placeholder: string }) {
  return <Input aria-label={label} placeholder={placeholder} disabled />;
}
