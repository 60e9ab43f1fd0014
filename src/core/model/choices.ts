import { z } from "zod";
import { RichText } from "./rich-text";
import { ColourValue, Target } from "./values";

/**
 * Settings that single pages may change, and what pages say instead. A choice has a name within its slot, so a page's
 * value is kept, and holds again, when another part of the slot shows there that reads the same name.
 */

export const CHOICE_TYPES = ["text", "richText", "picture", "colour", "target", "switch", "option"] as const;
export const ChoiceType = z.enum(CHOICE_TYPES);
export type ChoiceType = z.infer<typeof ChoiceType>;

export const ChoiceName = z.string().regex(/^[a-z][a-zA-Z0-9]{0,39}$/);

/** A setting of one node of a part that pages may change. */
export const Choice = z.object({
  name: ChoiceName,
  label: z.string().min(1).max(80),
  type: ChoiceType,
  node: z.string().max(60),
  path: z.array(z.string().max(60)).min(1).max(4),
});
export type Choice = z.infer<typeof Choice>;

/** What a page may say for a choice of each type. */
export const choiceValueSchemas = {
  text: z.string().max(5000),
  richText: RichText,
  picture: z.string().max(300),
  colour: ColourValue.or(z.literal("")),
  target: Target,
  switch: z.boolean(),
  /** One of the values of a setting. */
  option: z.string().max(40),
} as const satisfies Record<ChoiceType, z.ZodType>;

export const ChoiceValue = z.union([z.string().max(5000), RichText, Target, z.boolean()]);
export type ChoiceValue = z.infer<typeof ChoiceValue>;

/** What one page says for the choices of a slot, by name. */
export type PageValues = Readonly<Record<string, ChoiceValue>>;
