import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { answer, api } from "../api/client";
import { useAct } from "./act";
import { forgetEverything } from "./useKept";

/** Leave, and leave nothing behind in this browser. */
export function useSignOut(): () => void {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { act } = useAct();
  return () =>
    act(async () => {
      await answer(api.POST("/api/session/sign-out"));
      forgetEverything();
      queries.clear();
      navigate("/");
    });
}
