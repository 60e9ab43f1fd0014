import { z } from "zod";
import { element, wordsOf } from "../draw/context";
import { fieldCss, submitCss } from "../draw/form-css";
import { html } from "../draw/html";
import type { HouseStyle } from "../model/house-style";
import { buttonInks, fieldInk, PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { about, words } from "./roles";
import { around, below, LEAST_FIELD, remIn, rigid, running, wornText } from "./sizes";

/** Where sign-up forms of a site are sent. */
export const signUpPath = (block: string): string => `/_sign-up/${block}`;

const settings = z.object({
  /** Which list of the mailbox an address goes to. */
  list: about(z.string().min(1).max(80), { role: "list", opensAs: "signUpList" }).default("Letters"),
  label: words(z.string().min(1).max(200), { opensAs: "signUpLabel" }).default("Your address"),
  button: words(z.string().min(1).max(80)).default("Sign up"),
  /** What one must agree to; empty asks for nothing. */
  consent: words(z.string().max(500)).default(""),
  thanks: words(z.string().min(1).max(300)).default("Thank you. You are on the list."),
});

/** Sizes of the form, px at 16 px text: it follows its stylesheet. */
const [WIDEST, FIELD, AGREE] = [480, 192, 17.6];

/**
 * A form that leaves an address. It works without a script: the answer leads back to what is said (`:target`). What a
 * person cannot see stays empty; what fills it is no person.
 */
export const signUp = defineBlock({
  kind: "signUp",
  settings,
  wearsType: true,
  isSteady: true,
  inks: (_, { style }) => [PLAIN, fieldInk(style), ...buttonInks(style, "filled")],
  extent: (block, scene) => {
    const setting = wornText(block, "body", scene);
    const { label: asked, button, consent } = block.settings;
    const gap = remIn(8, scene);
    const padding = 2 * remIn(scene.measure.style.buttons.paddingInline, scene) + 2;
    // words of a button may break
    const send = around(running(button, { ...setting, spacing: 0, upper: false }, scene), padding);
    const field = rigid({ width: remIn(FIELD, scene), isExact: true });
    const agree = remIn(AGREE, scene) + gap;
    const said = running(asked, setting, scene);
    const consented = consent === "" ? [] : [around(running(consent, setting, scene), agree)];
    const all = below([said, send, field, ...consented]);
    return {
      ...all,
      max: Math.min(remIn(WIDEST, scene), Math.max(all.max, said.max + field.max + send.max + 2 * gap)),
      keep: all.min,
      // the field gives way, down to what a word can be read in
      read: Math.max(below([said, send, ...consented]).read, remIn(LEAST_FIELD, scene)),
    };
  },
  draw: (block, context) => {
    const { label, button, consent, thanks } = block.settings;
    const { words } = context;
    const id = `s-${block.id}`;
    context.state.needsScript = true;
    const agree =
      consent === ""
        ? null
        : html`<label class="agree"><input type="checkbox" name="consent" value="yes" required> ${wordsOf(context, "consent", consent)}</label>`;
    const inside = html`<div class="line"><label for="${id}">${wordsOf(context, "label", label)}</label><input id="${id}" type="email" name="address" autocomplete="email" maxlength="254" required><button type="submit">${wordsOf(context, "button", button)}</button></div>${agree}<div class="hidden" aria-hidden="true"><label>${words.leaveEmpty} <input name="website" tabindex="-1" autocomplete="off"></label></div>
<p class="said sent" id="sent-${block.id}" role="status">${thanks}</p><p class="said wrong" id="wrong-${block.id}" role="alert">${words.wrongAddress}</p><p class="said failed" id="failed-${block.id}" role="alert">${words.notSent}</p>`;
    return element(
      "form",
      block,
      context,
      { attributes: { method: "post", action: signUpPath(block.id) } },
      inside,
    );
  },
  css: (style) => signUpCss(style),
});

const signUpCss = (style: HouseStyle): string =>
  `.b-signUp{display:grid;gap:.6rem;max-width:30rem}.column>.b-signUp{grid-template-columns:minmax(0,1fr)}
.b-signUp .line{display:flex;flex-wrap:wrap;gap:.5rem;align-items:center}
.b-signUp .line label{flex:1 1 100%}
.b-signUp input[type=email]{flex:1 1 12rem;width:12rem}
${fieldCss(".b-signUp input[type=email]", style)}
${submitCss(".b-signUp button", style)}
.b-signUp .agree{display:flex;gap:.5rem;align-items:baseline}
.b-signUp .agree input{flex:none;width:1.1rem;height:1.1rem}
.b-signUp .said{display:none;scroll-margin-top:6rem}
.b-signUp .said:target,.b-signUp[data-said=sent] .sent,.b-signUp[data-said=wrong] .wrong,.b-signUp[data-said=failed] .failed{display:block}
.b-signUp[data-said=sent] .line,.b-signUp[data-said=sent] .agree{display:none}
.b-signUp[aria-busy=true]{opacity:.6}`;
