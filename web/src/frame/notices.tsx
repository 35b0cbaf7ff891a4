import { Box, HStack, Stack, Text } from "@chakra-ui/react";
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useMemo,
  useRef,
  useState,
} from "react";
import { ProblemError } from "../api/client";
import { QuietButton } from "./states";

const MOST_SHOWN = 3;

type More = { undo?: () => Promise<unknown>; tone?: "bad" };
type Notice = More & { id: number; text: string };
type Say = (text: string, more?: More) => void;

const SayContext = createContext<Say>(() => {});

/** Tell the person what was done; with `undo`, offer to take it back. */
export function useSay() {
  return useContext(SayContext);
}

export function Notices({ children }: { children: ReactNode }) {
  const [notices, setNotices] = useState<Notice[]>([]);
  const lastId = useRef(0);
  const close = useCallback(
    (id: number) => setNotices((before) => before.filter((notice) => notice.id !== id)),
    [],
  );
  const say = useCallback<Say>((text, more = {}) => {
    lastId.current += 1;
    const notice = { ...more, id: lastId.current, text };
    // What can still be undone stays; what was only said makes room.
    setNotices((before) => [...before.filter((old) => old.undo), notice].slice(-MOST_SHOWN));
  }, []);
  const undoing = useRef(false);

  async function undo(notice: Notice) {
    if (undoing.current || !notice.undo) return;
    undoing.current = true;
    try {
      await notice.undo();
      close(notice.id);
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      say(`That could not be undone: ${error.message}`, { tone: "bad" });
    } finally {
      undoing.current = false;
    }
  }

  const value = useMemo(() => say, [say]);
  return (
    <SayContext.Provider value={value}>
      {children}
      <Stack
        role="status"
        aria-live="polite"
        position="fixed"
        bottom="4"
        left="50%"
        transform="translateX(-50%)"
        zIndex="10"
        maxW="calc(100vw - 2rem)"
        align="center"
        gap="2"
        css={{ "@media print": { display: "none" } }}
      >
        {notices.map((notice) => (
          <HStack
            key={notice.id}
            bg="enamel"
            borderWidth="2px"
            borderColor={notice.tone === "bad" ? "bad" : "rim"}
            rounded="xl"
            px="4"
            py="2"
            gap="4"
            boxShadow="lg"
          >
            <Text>
              {notice.tone === "bad" && (
                <Box as="span" color="bad" aria-hidden="true">
                  ■{" "}
                </Box>
              )}
              {notice.text}
            </Text>
            {notice.undo && <QuietButton onClick={() => undo(notice)}>Undo</QuietButton>}
            <QuietButton
              border="none"
              px="2"
              minW="44px"
              aria-label={`Close: ${notice.text}`}
              onClick={() => close(notice.id)}
            >
              ✕
            </QuietButton>
          </HStack>
        ))}
      </Stack>
    </SayContext.Provider>
  );
}
