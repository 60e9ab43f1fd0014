import { z } from "zod";
import type { PackColour } from "./shapes";

/**
 * Colours as W3C Design Tokens (Design Tokens Format Module 2025.10: §4 token, §8.1 color with colorSpace, components
 * and optional hex and alpha). Names are ids; the words a person gave are the description.
 */
const component = (hex: string, at: number): number =>
  Math.round((Number.parseInt(hex.slice(at, at + 2), 16) / 255) * 1e5) / 1e5;

const Token = z.object({
  $value: z.object({
    colorSpace: z.literal("srgb"),
    components: z.tuple([z.number().min(0).max(1), z.number().min(0).max(1), z.number().min(0).max(1)]),
    hex: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .optional(),
    /** How much covers what is behind it; all of it, if it is not said. */
    alpha: z.number().min(0).max(1).optional(),
  }),
  $description: z.string().optional(),
});
export const TokenFile = z.object({ colour: z.object({ $type: z.literal("color") }).catchall(Token) });

export const writeTokens = (colours: readonly PackColour[]): z.infer<typeof TokenFile> =>
  ({
    colour: {
      $type: "color",
      ...Object.fromEntries(
        colours.map(({ id, name, value }) => [
          id,
          {
            $value: {
              colorSpace: "srgb" as const,
              components: [component(value, 1), component(value, 3), component(value, 5)] as [
                number,
                number,
                number,
              ],
              hex: value.slice(0, 7),
              ...(value.length > 7 ? { alpha: component(value, 7) } : {}),
            },
            $description: name,
          },
        ]),
      ),
    },
  }) as z.infer<typeof TokenFile>;

const byte = (value: number): string =>
  Math.round(value * 255)
    .toString(16)
    .padStart(2, "0");

export const readTokens = (file: z.infer<typeof TokenFile>): readonly PackColour[] =>
  Object.entries(file.colour).flatMap(([id, token]) => {
    if (id === "$type" || typeof token === "string") return [];
    const { components, alpha = 1 } = token.$value;
    const value = `#${components.map(byte).join("")}${byte(alpha) === "ff" ? "" : byte(alpha)}`;
    return [{ id, name: token.$description ?? id, value }];
  });
