import { Checkbox, HStack, VisuallyHidden } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Meant } from "./Explained";

/** A box to tick, the whole of whose label can be pressed; what its word means stands beside it. */
export function Tick({
  label,
  checked,
  disabled,
  onChange,
  children,
}: {
  /** Said instead of the words shown, where those do not stand by themselves. */
  label?: string;
  checked: boolean;
  disabled?: boolean;
  onChange: (checked: boolean) => void;
  children: ReactNode;
}) {
  return (
    <HStack gap="1" display="inline-flex">
      <Checkbox.Root
        checked={checked}
        disabled={disabled}
        onCheckedChange={(change) => onChange(change.checked === true)}
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control>✓</Checkbox.Control>
        <Checkbox.Label>
          {label && <VisuallyHidden>{label}</VisuallyHidden>}
          <span aria-hidden={!!label}>{children}</span>
        </Checkbox.Label>
      </Checkbox.Root>
      {typeof children === "string" && <Meant label={children} />}
    </HStack>
  );
}
