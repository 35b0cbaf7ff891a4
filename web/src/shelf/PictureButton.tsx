import { type ReactNode, useRef } from "react";
import { QuietButton } from "../frame/states";

/** Takes a picture with the camera, or picks one. */
export function PictureButton({
  onPick,
  disabled,
  children,
}: {
  onPick: (file: File) => void;
  disabled: boolean;
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
        capture="environment"
        hidden
        aria-label={typeof children === "string" ? children : undefined}
        onChange={(event) => {
          const file = event.target.files?.[0];
          // The same picture may be picked again.
          event.target.value = "";
          if (file) onPick(file);
        }}
      />
    </>
  );
}
