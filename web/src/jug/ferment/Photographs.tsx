import { chakra, HStack, Stack, Text } from "@chakra-ui/react";
import { useRef } from "react";
import { answer, api } from "../../api/client";
import { upload } from "../../api/files";
import { useAct } from "../../frame/act";
import { Mark, QuietButton } from "../../frame/states";
import { useJugContext } from "../jugContext";

/** Photographs of the jug: sent as they are taken, shown with the entry. */
export function Photographs({
  kept,
  onKept,
}: {
  kept: string[];
  onKept: (kept: string[]) => void;
}) {
  const { jug } = useJugContext();
  const { act, busy, problem } = useAct(true);
  const field = useRef<HTMLInputElement>(null);
  const send = (file: File | undefined) =>
    file &&
    act(async () => {
      const { id } = await answer(
        api.POST("/api/jugs/{jug_id}/pictures", {
          params: { path: { jug_id: jug.id } },
          ...upload("picture", file),
        }),
      );
      onKept([...kept, id]);
    });
  return (
    <Stack gap="2">
      <HStack wrap="wrap">
        {kept.map((id, i) => (
          <HStack key={id} gap="1">
            <Photograph jug={jug.id} id={id} />
            <QuietButton
              size="slim"
              variant="soft"
              aria-label={`Leave photograph ${i + 1} out`}
              onClick={() => onKept(kept.filter((each) => each !== id))}
            >
              ✕
            </QuietButton>
          </HStack>
        ))}
        <input
          ref={field}
          type="file"
          accept="image/*"
          hidden
          aria-label="Photograph"
          onChange={(event) => {
            send(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
        <QuietButton busy={busy} onClick={() => field.current?.click()}>
          {busy ? "Sending …" : "Add a photograph"}
        </QuietButton>
      </HStack>
      <Text color="quiet" fontSize="sm">
        Kept small, and without where it was taken.
      </Text>
      {problem && <Mark tone="bad">{problem.message}</Mark>}
    </Stack>
  );
}

/** One of them, small; it opens large. */
export function Photograph({ jug, id }: { jug: number; id: string }) {
  const address = `/api/jugs/${jug}/pictures/${id}`;
  return (
    <a href={address} target="_blank" rel="noreferrer" aria-label="Photograph, large">
      <chakra.img src={address} alt="" w="72px" h="72px" objectFit="cover" rounded="md" />
    </a>
  );
}
