import { useMutation } from "@tanstack/react-query";

/**
 * Sends writes one after another where each answer tells of all of them: sent at once, the answer
 * to the first may arrive last, and would show the second as not done.
 */
export function useInTurn(what: readonly unknown[]) {
  return useMutation({
    mutationFn: (write: () => Promise<void>) => write(),
    scope: { id: JSON.stringify(what) },
    networkMode: "always",
  }).mutateAsync;
}
