import { chakra, HStack, Stack, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { ActButton, Mark, QuietButton } from "../frame/states";

/** Whether this browser may show what a camera sees. */
export const hasCamera = Boolean(navigator.mediaDevices?.getUserMedia);

const QUALITY = 0.92;

/** What the camera sees, and a press that takes it. */
export function Camera({
  onTake,
  onClose,
}: {
  onTake: (picture: File) => void;
  onClose: () => void;
}) {
  const video = useRef<HTMLVideoElement>(null);
  const [trouble, setTrouble] = useState("");
  const [live, setLive] = useState(false);
  useEffect(() => {
    let gone = false;
    let stream: MediaStream | null = null;
    const stop = (seen: MediaStream) => {
      for (const track of seen.getTracks()) track.stop();
    };
    navigator.mediaDevices
      .getUserMedia({ video: { facingMode: "environment", width: { ideal: 1920 } } })
      .then((seen) => {
        if (gone) return stop(seen);
        stream = seen;
        if (video.current) video.current.srcObject = seen;
      })
      .catch(() => setTrouble("The camera cannot be used: allow it, or choose a picture."));
    return () => {
      gone = true;
      if (stream) stop(stream);
    };
  }, []);

  function take() {
    const seen = video.current;
    if (!seen) return;
    const canvas = document.createElement("canvas");
    canvas.width = seen.videoWidth;
    canvas.height = seen.videoHeight;
    canvas.getContext("2d")?.drawImage(seen, 0, 0);
    canvas.toBlob(
      (blob) => blob && onTake(new File([blob], "label.jpg", { type: "image/jpeg" })),
      "image/jpeg",
      QUALITY,
    );
  }

  return (
    <Stack gap="2" as="section" aria-label="Live camera">
      {trouble ? (
        <Mark tone="mind">{trouble}</Mark>
      ) : (
        <>
          <chakra.video
            ref={video}
            autoPlay
            playsInline
            muted
            onPlaying={() => setLive(true)}
            w="full"
            maxH="60vh"
            rounded="lg"
            bg="navy"
            aria-label="What the camera sees"
          />
          <Text fontSize="sm" color="quiet">
            The whole table in the picture, without glare; it need not be held straight.
          </Text>
        </>
      )}
      <HStack>
        {!trouble && (
          <ActButton disabled={!live} onClick={take}>
            Take it
          </ActButton>
        )}
        <QuietButton onClick={onClose}>Close the camera</QuietButton>
      </HStack>
    </Stack>
  );
}
