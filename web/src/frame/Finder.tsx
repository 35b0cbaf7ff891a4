import { Combobox, createListCollection, Portal } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";

export type Found = { value: string; label: string; group: string };

const MOST_SHOWN = 60;

function plain(text: string): string {
  return text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();
}

/** A field to type a part of a name into, and to pick from what has it. */
export default function Finder({
  label,
  placeholder,
  items,
  empty,
  autoFocus = false,
  onPick,
  onSearch,
}: {
  label: string;
  placeholder: string;
  items: Found[];
  /** What is said when nothing has it. */
  empty: string;
  autoFocus?: boolean;
  onPick: (value: string) => void;
  /** What was typed, for what is not in the list yet. */
  onSearch?: (text: string) => void;
}) {
  const [text, setText] = useState("");
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!autoFocus) return;
    // Once it listens: a field that has the focus from the start never hears that it got it.
    const soon = requestAnimationFrame(() => input.current?.focus());
    return () => cancelAnimationFrame(soon);
  }, [autoFocus]);
  const shown = useMemo(() => {
    const words = plain(text).split(/\s+/).filter(Boolean);
    return items
      .filter((item) => words.every((word) => plain(item.label).includes(word)))
      .slice(0, MOST_SHOWN);
  }, [items, text]);
  const collection = useMemo(() => createListCollection({ items: shown }), [shown]);
  const groups = [...new Set(shown.map((item) => item.group))];
  return (
    <Combobox.Root
      collection={collection}
      value={[]}
      inputValue={text}
      selectionBehavior="clear"
      openOnClick
      lazyMount
      unmountOnExit
      inputBehavior="autohighlight"
      onInputValueChange={({ inputValue }) => {
        setText(inputValue);
        onSearch?.(inputValue);
      }}
      onValueChange={({ value }) => {
        const [picked] = value;
        if (!picked) return;
        setText("");
        onSearch?.("");
        onPick(picked);
      }}
    >
      <Combobox.Label srOnly>{label}</Combobox.Label>
      <Combobox.Control>
        <Combobox.Input ref={input} placeholder={placeholder} />
      </Combobox.Control>
      <Portal>
        <Combobox.Positioner>
          <Combobox.Content>
            <Combobox.Empty>{empty}</Combobox.Empty>
            {groups.map((group) => (
              <Combobox.ItemGroup key={group}>
                <Combobox.ItemGroupLabel>{group}</Combobox.ItemGroupLabel>
                {shown
                  .filter((item) => item.group === group)
                  .map((item) => (
                    <Combobox.Item key={item.value} item={item}>
                      {item.label}
                    </Combobox.Item>
                  ))}
              </Combobox.ItemGroup>
            ))}
          </Combobox.Content>
        </Combobox.Positioner>
      </Portal>
    </Combobox.Root>
  );
}
