import type { ProposedPalette } from "../colour/palette";
import { COLOUR_ROLES, type ColourRole, type HouseStyle, type PaletteColour } from "../model/house-style";

const slugOf = (role: string): string => role.replace(/([A-Z])/g, (letter) => `-${letter.toLowerCase()}`);

/**
 * The style with a palette for its roles, each colour under the name given for its role. What parts name stays: only
 * colours of the same key make room.
 */
export const withPalette = <Style extends Pick<HouseStyle, "palette" | "roles">>(
  style: Style,
  proposed: ProposedPalette,
  names: Readonly<Record<ColourRole, string>>,
): Style => {
  const own: PaletteColour[] = COLOUR_ROLES.map((role) => ({
    id: slugOf(role),
    name: names[role].slice(0, 1).toUpperCase() + names[role].slice(1),
    value: proposed[role],
  }));
  const ids = new Set(own.map(({ id }) => id));
  const roles = Object.fromEntries(COLOUR_ROLES.map((role) => [role, slugOf(role)]));
  return {
    ...style,
    palette: [...own, ...style.palette.filter(({ id }) => !ids.has(id))],
    roles: roles as HouseStyle["roles"],
  };
};
