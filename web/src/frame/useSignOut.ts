import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { answer, api } from "../api/client";
import { useOutbox } from "../offline/outbox";
import { useAct } from "./act";
import { useSay } from "./notices";
import { forgetEverything } from "./useKept";

/** Leave, and leave nothing behind in this browser. */
export function useSignOut(): () => void {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { act } = useAct();
  const say = useSay();
  const { waiting } = useOutbox();
  return () => {
    if (waiting.length > 0) {
      say("Something still waits for the network here: sign out once it is sent.", { tone: "bad" });
      return;
    }
    act(async () => {
      await answer(api.POST("/api/session/sign-out"));
      forgetEverything();
      const { forgetSeen } = await import("../offline/kept");
      await forgetSeen();
      queries.clear();
      navigate("/");
    });
  };
}
