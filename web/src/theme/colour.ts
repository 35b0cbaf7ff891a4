import { system } from "./system";

/** A token's colour for SVG attributes, which change too often to be made into style sheets. */
export function colour(token: string): string {
  return system.token.var(`colors.${token}`);
}
