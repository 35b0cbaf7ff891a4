import { Box, chakra, HStack, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { ActButton, GoButton, Mark, QuietButton } from "../../frame/states";
import { temperature } from "../../units";
import { useJugContext } from "../jugContext";
import { useTimer } from "../Timers";
import { useLog } from "../useLog";

type Route = Schemas["RouteOut"];

/** The ways to what is wanted: what each takes here, when it holds and when it fails. */
export function Ways({ wish }: { wish: Schemas["WishOut"] }) {
  return (
    <chakra.ul listStyleType="none" aria-label={`Ways to ${wish.name.toLowerCase()}`}>
      {wish.routes.map((route, place) => (
        <chakra.li
          key={route.key}
          py="3"
          borderTopWidth={place ? "1px" : "0"}
          borderColor="line"
          aria-label={route.name}
        >
          <Way route={route} />
        </chakra.li>
      ))}
    </chakra.ul>
  );
}

function Way({ route }: { route: Route }) {
  return (
    <Stack gap="2">
      <Text fontFamily="heading" fontWeight="700" fontSize="lg">
        {route.name}
      </Text>
      {route.why_not && <Mark tone="mind">{`Not yet. ${route.why_not}`}</Mark>}
      {route.doses.length > 0 && <Doses route={route} />}
      {route.bath.length > 0 && !route.why_not && <Bath route={route} />}
      {route.key === "prime" && !route.why_not && (
        <HStack>
          <GoButton to="../bottle" variant="main">
            Choose the bottles
          </GoButton>
        </HStack>
      )}
      {route.key === "cold" && <Cold />}
      <Box
        display="grid"
        gridTemplateColumns={{ base: "1fr", md: "6rem 1fr" }}
        columnGap="3"
        fontSize="sm"
      >
        <Text fontWeight="600">Holds</Text>
        <Text>
          <Explained text={route.holds} />
        </Text>
        <Text fontWeight="600">Fails</Text>
        <Text>
          <Explained text={route.fails} />
        </Text>
        <Text fontWeight="600">Others</Text>
        <Text color="quiet">
          <Explained text={route.other} />
        </Text>
      </Box>
    </Stack>
  );
}

/** Grams for this jug, and one press that writes them down. */
function Doses({ route }: { route: Route }) {
  const log = useLog();
  const { act, busy, problem } = useAct(true);
  const save = () =>
    act(() =>
      log(
        route.doses.map((dose) => ({
          kind: "dosed",
          what: { dose: dose.dose, mass_g: dose.mass_g },
        })),
        `${route.name}: written down.`,
      ),
    );
  return (
    <Stack gap="2">
      <chakra.ul listStyleType="none">
        {route.doses.map((dose) => (
          <li key={dose.dose}>
            <chakra.span fontFamily="heading" fontWeight="700" fontSize="xl">
              {dose.words}
            </chakra.span>{" "}
            <Explained text={dose.name.toLowerCase()} />
            {dose.things && `, ${dose.things}`}
            <chakra.span color="quiet"> ({Math.round(dose.mg_per_l)} mg/L)</chakra.span>
          </li>
        ))}
      </chakra.ul>
      <Text color="quiet" fontSize="sm">
        Weigh it, dissolve it in a little of the drink, stir it in. Sulphite and acid together give
        choking gas: open a window.
      </Text>
      {problem && <Mark tone="bad">{problem.message}</Mark>}
      <HStack>
        <ActButton busy={busy} disabled={!!route.why_not} onClick={save}>
          It is in: save it
        </ActButton>
      </HStack>
    </Stack>
  );
}

function Bath({ route }: { route: Route }) {
  const { jug } = useJugContext();
  const timer = useTimer(jug.id);
  return (
    <Stack gap="2">
      <Text>In the middle of the bottle, counted from when it is that warm there:</Text>
      <HStack wrap="wrap">
        {route.bath.map((row) => (
          <QuietButton
            key={row.core_c}
            busy={timer.busy}
            onClick={() => timer.begin(`Bottles at ${temperature(row.core_c)}`, row.minutes)}
          >
            {temperature(row.core_c)}: start {row.minutes} min
          </QuietButton>
        ))}
      </HStack>
    </Stack>
  );
}

function Cold() {
  const log = useLog();
  const { act, busy } = useAct();
  return (
    <HStack>
      <QuietButton
        busy={busy}
        onClick={() =>
          act(() =>
            log(
              [{ kind: "cared", what: { did: "held_at", temperature_c: 3 } }],
              "Moved to the cold today.",
            ),
          )
        }
      >
        It moves to the cold today
      </QuietButton>
    </HStack>
  );
}
