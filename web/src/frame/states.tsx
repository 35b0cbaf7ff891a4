import { Box, Button, Heading, Spinner, Stack, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { colour } from "../theme/colour";
import css from "./states.module.css";

/** A wait, named. It shows only when the wait is long enough to notice. */
export function Waiting({ what, page = false }: { what: string; page?: boolean }) {
  return (
    <Stack
      align="center"
      py="16"
      role="status"
      color="quiet"
      animation="fade-in 0.2s 0.3s both"
      aria-live="polite"
    >
      <Spinner color="amber" />
      <Text as={page ? "h1" : "p"}>{what} …</Text>
    </Stack>
  );
}

/** Something could not be fetched: says why, and offers to try again. */
export function Trouble({
  error,
  again,
  page = false,
}: {
  error: Error;
  again: () => void;
  /** It stands for the whole page, and is its heading. */
  page?: boolean;
}) {
  return (
    <Stack align="center" py="16" gap="4" role="alert">
      <Text as={page ? "h1" : "p"}>{error.message}</Text>
      <ActButton onClick={again}>Try again</ActButton>
    </Stack>
  );
}

/** An empty place, with its one next step. */
export function Empty({ title, text, step }: { title: string; text: string; step: ReactNode }) {
  return (
    <Stack align="flex-start" gap="3" py="8" px="2">
      <Heading as="h2" size="lg" fontFamily="heading">
        {title}
      </Heading>
      <Text color="quiet" maxW="34rem">
        {text}
      </Text>
      {step}
    </Stack>
  );
}

export type ActProps = React.ComponentProps<typeof Button> & { busy?: boolean };

/** A busy button keeps its place and the focus, and takes no second press. */
function whileBusy({ busy, onClick, type, ...rest }: ActProps) {
  return {
    ...rest,
    type: type ?? ("button" as const),
    "aria-disabled": busy || rest["aria-disabled"],
    "aria-busy": busy || undefined,
    onClick: busy
      ? (event: React.MouseEvent<HTMLButtonElement>) => event.preventDefault()
      : onClick,
  };
}

/** The one thing to do here. */
export function ActButton(props: ActProps) {
  return (
    <Button
      bg="action"
      color="onAction"
      minH="44px"
      px="5"
      rounded="lg"
      fontWeight="600"
      _hover={{ opacity: 0.9 }}
      _disabled={{ opacity: 0.55 }}
      {...whileBusy(props)}
    />
  );
}

/** The one thing to do here, when it is somewhere else. */
export function GoButton({ to, children, ...button }: ActProps & { to: string }) {
  return (
    <ActButton asChild {...button}>
      <Link to={to} relative="path">
        {children}
      </Link>
    </ActButton>
  );
}

/** Anything else that can be done. */
export function QuietButton(props: ActProps) {
  return (
    <Button
      bg="enamel"
      color="ink"
      borderWidth="1.5px"
      borderColor="rim"
      minH="44px"
      px="4"
      rounded="lg"
      fontWeight="600"
      minW="44px"
      _hover={{ bg: "glass" }}
      {...whileBusy(props)}
    />
  );
}

/** A sheet of enamel on the tile. */
export function Panel(props: React.ComponentProps<typeof Box>) {
  return (
    <Box bg="enamel" borderWidth="1.5px" borderColor="rim" rounded="xl" p="4" minW="0" {...props} />
  );
}

/** Status: a shape, a word and a colour, never colour alone. */
export function Mark({ tone, children }: { tone: "good" | "mind" | "bad"; children: ReactNode }) {
  const { shape, ink, word } = marks[tone];
  return (
    <div className={css.mark}>
      <span aria-hidden="true" style={{ color: colour(ink) }}>
        {shape}
      </span>
      <span>
        <span className={css.unseen}>{word}: </span>
        {children}
      </span>
    </div>
  );
}

const marks = {
  good: { shape: "●", ink: "good", word: "Fine" },
  mind: { shape: "▲", ink: "amberInk", word: "Mind" },
  bad: { shape: "■", ink: "bad", word: "Wrong" },
};
