import { Box, HStack, Text } from "@chakra-ui/react";
import { createContext, type ReactNode, useCallback, useContext, useState } from "react";
import { QuietButton } from "./states";

type Notice = { id: number; text: string; undo?: (() => void) | undefined };

const Say = createContext<(text: string, undo?: () => void) => void>(() => {});

/** Tell the person what was done; with `undo`, offer to take it back. */
export function useSay() {
  return useContext(Say);
}

export function Notices({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const say = useCallback((text: string, undo?: () => void) => {
    setNotice({ id: Date.now(), text, undo });
  }, []);
  return (
    <Say.Provider value={say}>
      {children}
      <Box
        role="status"
        aria-live="polite"
        position="fixed"
        bottom="4"
        left="50%"
        transform="translateX(-50%)"
        zIndex="10"
        maxW="calc(100vw - 2rem)"
      >
        {notice && (
          <HStack
            key={notice.id}
            bg="enamel"
            borderWidth="2px"
            borderColor="amber"
            rounded="xl"
            px="4"
            py="2"
            gap="4"
            boxShadow="lg"
          >
            <Text>{notice.text}</Text>
            {notice.undo && (
              <QuietButton
                onClick={() => {
                  notice.undo?.();
                  setNotice(null);
                }}
              >
                Undo
              </QuietButton>
            )}
            <QuietButton border="none" px="2" aria-label="Close" onClick={() => setNotice(null)}>
              ✕
            </QuietButton>
          </HStack>
        )}
      </Box>
    </Say.Provider>
  );
}
