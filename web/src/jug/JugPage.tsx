import { Box, chakra, Flex, Stack } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { NavLink, Outlet, useLocation, useParams } from "react-router";
import { useJug, useReference, useSession } from "../api/queries";
import { Tape } from "../drawing/Tape";
import { useTitle } from "../frame/focus";
import { Trouble, Waiting } from "../frame/states";
import { useIdle } from "../frame/useIdle";
import css from "./JugPage.module.css";
import type { JugContext } from "./jugContext";
import { stages } from "./stages";
import { Tube } from "./Tube";

export default function JugPage() {
  const id = Number(useParams().id);
  const jug = useJug(id);
  const reference = useReference();
  const session = useSession();
  // The pages of the end are at hand by the time somebody goes there.
  const idle = useIdle(jug.isSuccess);
  useEffect(() => {
    if (idle) import("./finish/FinishPage").catch(() => undefined);
  }, [idle]);
  const [actPlace, setActPlace] = useState<HTMLElement | null>(null);
  const at = useLocation().pathname.split("/").at(-1) ?? "";
  const place = [...stages, { place: "labels", name: "Labels" }].find((one) => one.place === at);
  useTitle(jug.data ? `${place?.name ?? "Jug"} · ${jug.data.name}` : "Jug");
  if (jug.isPending || reference.isPending || !session.data)
    return <Waiting page what="Fetching the jug" />;
  if (jug.isLoadingError) return <Trouble page error={jug.error} again={() => jug.refetch()} />;
  if (reference.isLoadingError)
    return <Trouble page error={reference.error} again={() => reference.refetch()} />;
  const context: JugContext = {
    jug: jug.data,
    reference: reference.data,
    session: session.data,
    place: actPlace,
  };
  return (
    <Stack gap="4">
      <Flex
        gap={{ base: "3", md: "6" }}
        align="center"
        wrap="wrap"
        css={{ "@media print": { display: "none" } }}
      >
        <chakra.h1 fontSize="xl">
          <Tape>
            Jug {jug.data.number} · {jug.data.name}
          </Tape>
        </chakra.h1>
        <Box
          as="nav"
          css={{ "& a": { display: "block" } }}
          aria-label="Stages"
          flex="1"
          minW="18rem"
          maxW="40rem"
        >
          <Tube
            stage={jug.data.stage}
            share={jug.data.progress?.share ?? 0}
            name={(key) => <StageLink stageKey={key} />}
          />
        </Box>
        <div ref={setActPlace} className={css.act} />
      </Flex>
      <Outlet context={context} />
    </Stack>
  );
}

function StageLink({ stageKey }: { stageKey: string }) {
  const stage = stages.find((known) => known.key === stageKey);
  if (!stage) return null;
  return (
    <NavLink to={stage.place}>
      {({ isActive }) => (
        <Box
          as="span"
          display="flex"
          minH="44px"
          alignItems="center"
          fontWeight={isActive ? "700" : "400"}
          textDecoration={isActive ? "underline" : "none"}
          textUnderlineOffset="5px"
          textDecorationThickness="3px"
        >
          {stage.name}
        </Box>
      )}
    </NavLink>
  );
}
