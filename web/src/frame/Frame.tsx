import { Box, chakra, Flex, HStack, Link, Text } from "@chakra-ui/react";
import { type ReactNode, useMemo, useState } from "react";
import { NavLink, useNavigate } from "react-router";
import type { Schemas } from "../api/client";
import { useEscape, useFocusKept } from "./focus";
import { keyHelp, useKeys } from "./keys";
import { Panel, QuietButton } from "./states";
import { useSignOut } from "./useSignOut";

const places = [
  ["/shelf", "Shelf"],
  ["/jugs", "Jugs"],
] as const;

export function Logo() {
  return (
    <chakra.svg viewBox="0 0 32 32" width="28px" height="28px" aria-hidden="true">
      <chakra.path
        d="M12 3h8v7c0 2 6 5 6 11v6a3 3 0 0 1-3 3H9a3 3 0 0 1-3-3v-6c0-6 6-9 6-11z"
        fill="navy"
        stroke="onNavy"
        strokeWidth="2"
      />
      <chakra.path d="M7 20h18v7a2 2 0 0 1-2 2H9a2 2 0 0 1-2-2z" fill="amber" />
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
  const [help, setHelp] = useState(false);
  const keys = useMemo(
    () => ({
      n: () => navigate("/jugs?new"),
      l: () => navigate("/shelf?read"),
      "?": () => setHelp((shown) => !shown),
    }),
    [navigate],
  );
  useKeys(keys);

  useEscape(() => setHelp(false), help);
  useFocusKept();
  const signOut = useSignOut();

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
        <HStack gap="2" mr={{ base: "auto", md: "2" }}>
          <Logo />
          <Text fontFamily="heading" fontWeight="700" fontSize="lg" whiteSpace="nowrap">
            Amber Jug
          </Text>
        </HStack>
        <HStack as="nav" aria-label="Places" gap="1">
          {places.map(([to, name]) => (
            <chakra.div key={to}>
              <NavLink to={to}>
                {({ isActive }) => (
                  <Box
                    as="span"
                    display="inline-flex"
                    alignItems="center"
                    minH="44px"
                    px="3"
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
        <HStack ml="auto" gap="2">
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
            bg="transparent"
            color="onNavy"
            borderColor="onNavy"
            px="3"
            _hover={{ bg: "whiteAlpha.200" }}
            aria-label="Keys"
            aria-expanded={help}
            hideBelow="md"
            onClick={() => setHelp(!help)}
          >
            ?
          </QuietButton>
          <QuietButton
            bg="transparent"
            color="onNavy"
            borderColor="onNavy"
            px="3"
            _hover={{ bg: "whiteAlpha.200" }}
            hideBelow="md"
            onClick={signOut}
          >
            Sign out
          </QuietButton>
        </HStack>
      </Flex>
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
