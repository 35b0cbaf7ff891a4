import { type ReactNode, useRef } from "react";
import { QuietButton } from "../frame/states";

/** Takes a picture with the phone's camera; with `stored`, picks some that are there already. */
export function PictureButton({
  onPick,
  disabled,
  stored = false,
  children,
}: {
  onPick: (files: File[]) => void;
  disabled: boolean;
  stored?: boolean;
  children: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <QuietButton disabled={disabled} onClick={() => input.current?.click()}>
        {children}
      </QuietButton>
      <input
        ref={input}
        type="file"
        accept="image/*"
        {...(stored ? { multiple: true } : { capture: "environment" as const })}
        hidden
        aria-label={typeof children === "string" ? children : undefined}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          // The same picture may be picked again.
          event.target.value = "";
          if (files.length > 0) onPick(files);
        }}
      />
    </>
  );
}
