import { Field, Input, NativeSelect } from "@chakra-ui/react";
import type { ReactNode } from "react";

type Common = { label: string; hint?: string; error?: string | undefined; hideLabel?: boolean };

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
      <Field.Label srOnly={hideLabel} fontWeight="600">
        {label}
      </Field.Label>
      <Input
        minH="44px"
        bg="enamel"
        borderColor="rim"
        borderWidth="1.5px"
        rounded="lg"
        fontSize="md"
        autoComplete="off"
        {...input}
      />
      {hint && !error && <Field.HelperText color="quiet">{hint}</Field.HelperText>}
      {error && (
        <Field.ErrorText color="bad" fontSize="sm">
          {error}
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
      <Field.Label srOnly={hideLabel} fontWeight="600">
        {label}
      </Field.Label>
      <NativeSelect.Root>
        <NativeSelect.Field
          minH="44px"
          bg="enamel"
          borderColor="rim"
          borderWidth="1.5px"
          rounded="lg"
          fontSize="md"
          value={value}
          onChange={(event) => onChange(event.target.value)}
        >
          {children}
        </NativeSelect.Field>
        <NativeSelect.Indicator color="ink" />
      </NativeSelect.Root>
      {hint && !error && <Field.HelperText color="quiet">{hint}</Field.HelperText>}
      {error && <Field.ErrorText color="bad">{error}</Field.ErrorText>}
    </Field.Root>
  );
}
