import { chakra, Heading, Spinner, Stack, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { colour } from "../theme/colour";
import { buttonRecipe, panelRecipe, tagRecipe } from "../theme/recipes";
import { Explained } from "./Explained";
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
        <Explained text={text} />
      </Text>
      {step}
    </Stack>
  );
}

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

const Pressed = chakra("button", buttonRecipe);

export type ActProps = React.ComponentProps<typeof Pressed> & { busy?: boolean };

/** What a form is for, or with `variant="act"` the one thing to do on a page. */
export function ActButton({ variant = "main", ...props }: ActProps) {
  return <Pressed variant={variant} {...whileBusy(props)} />;
}

/** The one thing to do here, when it is somewhere else. */
export function GoButton({ to, children, ...button }: ActProps & { to: string }) {
  return (
    <ActButton variant="act" asChild {...button}>
      <Link to={to} relative="path">
        {children}
      </Link>
    </ActButton>
  );
}

/** Anything else that can be done. */
export function QuietButton(props: ActProps) {
  return <Pressed {...whileBusy(props)} />;
}

/** A sheet of enamel on the tile. */
export const Panel = chakra("div", panelRecipe);

/** A word about a thing, beside its name. */
export const Tag = chakra("span", tagRecipe);

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
        {typeof children === "string" ? <Explained text={children} /> : children}
      </span>
    </div>
  );
}

const marks = {
  good: { shape: "●", ink: "good", word: "Fine" },
  mind: { shape: "▲", ink: "amberInk", word: "Mind" },
  bad: { shape: "■", ink: "bad", word: "Wrong" },
};
