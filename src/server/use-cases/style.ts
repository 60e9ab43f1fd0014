import { join } from "node:path";
import { z } from "zod";
import { speakingColours } from "../../core/colour/palette";
import { findBody, getBody, STYLE_ID } from "../../core/design/design";
import { findPlace } from "../../core/design/tree";
import { COLOUR_ROLES, type HouseStyle, valuesOf } from "../../core/model/house-style";
import { fail, issue, succeed } from "../../core/model/issue";
import { shapeProblem } from "../../core/model/json-shape";
import { takeOver } from "../../core/style/differences";
import { partUses } from "../../core/style/pairs";
import { planTokens } from "../../core/style/tokens-read";
import { writeStyleTokens } from "../../core/style/tokens-write";
import { typedInColours } from "../../core/style/typed-in";
import { wornStyles } from "../../core/style/worn";
import { POOL } from "../../data/database";
import { nodeName, partName } from "../../messages/changes";
import { decode } from "../files/decoding";
import { withScratch } from "../files/scratch";
import { fetchFile } from "../files/site-files";
import { allOrNothing, commitChange } from "./design-changes";
import { shownMenus } from "./fit-material";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

/** The house style, what parts pair beyond it, and what was typed in instead of taken from it. */
export const style = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const compiled = await designAt(context, "draft", POOL);
    const { design } = compiled;
    return succeed({
      body: getBody(design, "style", STYLE_ID),
      uses: partUses(design, shownMenus(compiled)),
      worn: wornStyles(design),
      typedIn: typedInColours(design).map((typed) => {
        const part = findBody(design, "part", typed.document);
        const node = part && typed.node !== null ? findPlace(part, typed.node)?.node : undefined;
        return {
          ...typed,
          part: part ? { name: part.name, badge: partName(part), node: nodeName(node) } : null,
        };
      }),
    });
  },
});

/** The palette help: the colours a picture of the site speaks with. */
export const pictureColours = defineUseCase({
  input: z.object({ picture: z.string() }),
  run: async (context, { picture: id }) => {
    const { design } = await designAt(context, "draft", POOL);
    const picture = findBody(design, "picture", id);
    if (!picture) return fail(issue("picture.unknown", ["picture"]));
    return withScratch(async (folder) => {
      const path = join(folder, "original");
      if (!(await fetchFile(context.site.id, picture.file, "original", path)))
        return fail(issue("picture.gone", ["picture"]));
      const pixels = await decode("pixels", { path });
      return pixels.ok ? succeed({ colours: speakingColours(pixels.value) }) : pixels;
    });
  },
});

/** The house style as a design tokens file. */
export const tokensFile = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const { design } = await designAt(context, "draft", POOL);
    return succeed({ text: writeStyleTokens(getBody(design, "style", STYLE_ID)) });
  },
});

const MOST_TOKEN_BYTES = 2_000_000;
const TokenInput = z.object({
  text: z.string().max(MOST_TOKEN_BYTES),
  roles: z.partialRecord(z.enum(COLOUR_ROLES), z.string()).default({}),
});

const planOf = (before: HouseStyle, { text, roles }: z.infer<typeof TokenInput>) => {
  let file: unknown;
  if (shapeProblem(Buffer.from(text))) return fail(issue("tokens.tooMuch"));
  try {
    file = JSON.parse(text);
  } catch (error) {
    const detail = error instanceof SyntaxError ? error.message : "";
    return fail(issue("tokens.notJson", [], { detail }));
  }
  return planTokens(file, before, roles);
};

/** What a tokens file would do. Changes nothing. */
export const tokensPlan = defineUseCase({
  input: TokenInput,
  run: async (context, input) => {
    const { design } = await designAt(context, "draft", POOL);
    return planOf(getBody(design, "style", STYLE_ID), input);
  },
});

export const tokensImport = defineUseCase({
  input: TokenInput,
  run: (context, input) =>
    allOrNothing(async (transaction) => {
      const { design } = await designAt(context, "draft", transaction);
      const before = getBody(design, "style", STYLE_ID);
      const plan = planOf(before, input);
      if (!plan.ok) return plan;
      const { result } = plan.value;
      const operations = [
        ...takeOver(valuesOf(before), valuesOf(result)),
        ...(["kept", "variations"] as const).map((key) => ({
          op: "set" as const,
          id: STYLE_ID,
          path: [key],
          value: result[key],
          was: before[key],
        })),
      ];
      return commitChange(context, operations, transaction, { label: "house style from a tokens file" });
    }),
});
