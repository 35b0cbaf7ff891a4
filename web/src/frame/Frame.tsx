import { Box, chakra, Flex, HStack, Link, Text } from "@chakra-ui/react";
import { type ReactNode, useCallback, useEffect, useMemo, useState } from "react";
import { NavLink, useNavigate } from "react-router";
import type { Schemas } from "../api/client";
import { fetchAhead } from "../api/queries";
import { Outbox } from "../offline/Outbox";
import { Meaning } from "./Explained";
import { Find } from "./Find";
import { useEscape, useFocusKept } from "./focus";
import { keyHelp, useKeys } from "./keys";
import { useNarrow } from "./narrow";
import { Panel, QuietButton } from "./states";
import { useSignOut } from "./useSignOut";

// Long after the page is there, and before somebody walks to the cellar.
const AHEAD_MS = 9000;

const places = [
  ["/today", "Today"],
  ["/shelf", "Shelf"],
  ["/jugs", "Jugs"],
  ["/cellar", "Cellar"],
  ["/look-back", "Look back"],
] as const;

export function Logo() {
  return (
    <chakra.svg viewBox="0 0 32 32" width="28px" height="28px" aria-hidden="true">
      <chakra.path
        d="M13.5 7.5v4C13.5 14.5 6 15 6 21.5V27a3 3 0 0 0 3 3h14a3 3 0 0 0 3-3v-5.5c0-6.5-7.5-7-7.5-10v-4z"
        fill="navy"
        stroke="onNavy"
        strokeWidth="2"
        strokeLinejoin="round"
      />
      <chakra.path d="M7 21h18v6a2 2 0 0 1-2 2H9a2 2 0 0 1-2-2z" fill="amber" />
      <chakra.path d="M12 2.5h8l-1.3 6h-5.4z" fill="cork" stroke="onNavy" strokeWidth="1.5" />
    </chakra.svg>
  );
}

export function Frame({
  session,
  children,
}: {
  session: Schemas["SessionOut"];
  children: ReactNode;
}) {
  const navigate = useNavigate();
  const narrow = useNarrow();
  const [help, setHelp] = useState(false);
  const [finding, setFinding] = useState(false);
  const found = useCallback(() => setFinding(false), []);
  const keys = useMemo(
    () => ({
      n: () => navigate("/jugs?new"),
      l: () => navigate("/shelf?read"),
      "/": () => setFinding(true),
      "?": () => setHelp((shown) => !shown),
    }),
    [navigate],
  );
  useKeys(keys);

  useEscape(() => setHelp(false), help);
  useFocusKept();
  const signOut = useSignOut();
  useEffect(() => {
    const timer = setTimeout(fetchAhead, AHEAD_MS);
    return () => clearTimeout(timer);
  }, []);

  return (
    <Flex direction="column" minH="100vh">
      <Link
        href="#main"
        position="absolute"
        left="-999px"
        _focus={{ left: "4", top: "4", bg: "enamel", p: "3", zIndex: 20 }}
      >
        To the page
      </Link>
      <Flex
        as="header"
        bg="navy"
        color="onNavy"
        px={{ base: "3", md: "5" }}
        py="1"
        gap={{ base: "1", md: "5" }}
        align="center"
        flexWrap="wrap"
        css={{ "@media print": { display: "none" } }}
      >
        <HStack
          gap="2"
          mr={{ base: "auto", md: "2" }}
          // The places come first where there is little room.
          css={{ "@media (max-width: 26rem)": { "& > svg": { display: "none" } } }}
        >
          <Logo />
          <Text
            fontFamily="heading"
            fontWeight="700"
            fontSize="lg"
            whiteSpace="nowrap"
            srOnly={narrow}
          >
            Amber Jug
          </Text>
        </HStack>
        <HStack as="nav" aria-label="Places" gap={{ base: "0", md: "1" }}>
          {places.map(([to, name]) => (
            // A phone has room for four: the cellar shows the way to the fifth.
            <chakra.div key={to} hideBelow={to === "/look-back" ? "md" : undefined}>
              <NavLink to={to}>
                {({ isActive }) => (
                  <Box
                    as="span"
                    display="inline-flex"
                    alignItems="center"
                    minH="44px"
                    px={{ base: "2", md: "3" }}
                    fontWeight={isActive ? "700" : "400"}
                    borderBottomWidth="3px"
                    borderColor={isActive ? "drink.syrup" : "transparent"}
                  >
                    {name}
                  </Box>
                )}
              </NavLink>
            </chakra.div>
          ))}
        </HStack>
        <HStack ml="auto" gap={{ base: "0", md: "2" }}>
          <QuietButton
            variant="onNavy"
            size="slim"
            px={{ base: "2", md: "3" }}
            aria-label="Find anything"
            aria-expanded={finding}
            onClick={() => setFinding(!finding)}
          >
            Find
            <Text as="span" hideBelow="md" aria-hidden="true">
              /
            </Text>
          </QuietButton>
          <NavLink to="/settings">
            {({ isActive }) => (
              <Box
                as="span"
                display="inline-flex"
                alignItems="center"
                minH="44px"
                px="2"
                fontSize="sm"
                fontWeight={isActive ? "700" : "400"}
              >
                Settings
                <Text as="span" hideBelow="md">
                  &nbsp;· {session.name}
                </Text>
              </Box>
            )}
          </NavLink>
          <QuietButton
            variant="onNavy"
            size="slim"
            aria-label="Keys"
            aria-expanded={help}
            hideBelow="md"
            onClick={() => setHelp(!help)}
          >
            ?
          </QuietButton>
          <QuietButton variant="onNavy" size="slim" hideBelow="md" onClick={signOut}>
            Sign out
          </QuietButton>
        </HStack>
      </Flex>
      <Outbox timeZone={session.settings.time_zone} />
      <Meaning />
      {finding && <Find onClose={found} />}
      {help && (
        <Panel as="section" aria-label="Keys" m="4" maxW="30rem">
          <chakra.dl display="grid" gridTemplateColumns="auto 1fr" gapX="4" gapY="1">
            {keyHelp.map(([key, what]) => (
              <Box key={key} display="contents">
                <chakra.dt fontWeight="700">{key}</chakra.dt>
                <chakra.dd>{what}</chakra.dd>
              </Box>
            ))}
          </chakra.dl>
        </Panel>
      )}
      <Box as="main" id="main" flex="1" px={{ base: "3", md: "5" }} py="4" tabIndex={-1}>
        {children}
      </Box>
      <Text
        as="footer"
        px="5"
        py="3"
        fontSize="sm"
        color="quiet"
        css={{ "@media print": { display: "none" } }}
      >
        For adults, within your local law; what you make is not for sale. Follow a maker's leaflet
        over ours. When in doubt, pour it away.
      </Text>
    </Flex>
  );
}
