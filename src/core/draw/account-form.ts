import { ACCOUNT_PATH, type AccountState } from "../model/account";
import type { BlockContext } from "./context";
import { fieldCss, submitCss } from "./form-css";
import { html, type SafeHtml } from "./html";

/** Where its forms are sent. */
export const SIGN_IN_PATH = `${ACCOUNT_PATH}sign-in`;
export const SIGN_OUT_PATH = `${ACCOUNT_PATH}sign-out`;

const backField = (back: string): SafeHtml => html`<input type="hidden" name="to" value="${back}">`;

const signInForm = (state: Extract<AccountState, { is: "signedOut" }>, { words }: BlockContext): SafeHtml => {
  const problem =
    state.problem === null
      ? null
      : html`<p class="said" id="said" role="alert">${state.problem === "wrong" ? words.signInWrong : words.signInTooMany}</p>`;
  const described = problem && html` aria-describedby="said" aria-invalid="true"`;
  return html`<form method="post" action="${SIGN_IN_PATH}">${backField(state.back)}${problem}
<p><label for="email">${words.email}</label><input id="email" type="email" name="email" value="${state.email}" autocomplete="username" maxlength="254" required${described}></p>
<p><label for="password">${words.password}</label><input id="password" type="password" name="password" autocomplete="current-password" maxlength="300" required${described}></p>
<p><button type="submit">${words.signIn}</button></p>
</form>`;
};

const signedIn = (state: Extract<AccountState, { is: "signedIn" }>, { words }: BlockContext): SafeHtml =>
  html`<dl><dt>${words.name}</dt><dd>${state.name}</dd><dt>${words.email}</dt><dd>${state.email}</dd>${state.level !== "" && html`<dt>${words.membership}</dt><dd>${state.level}</dd>`}</dl>
<form method="post" action="${SIGN_OUT_PATH}">${backField(state.back)}<p><button type="submit">${words.signOut}</button></p></form>`;

/** What the page itself is for: signing in, or who is signed in and the way out. It needs no script. */
export const accountHtml = (state: AccountState, context: BlockContext): SafeHtml => {
  const { css, data, words } = context;
  css.share(
    "account-page",
    `.account{width:100%;max-width:26rem}
.account p{margin:0 0 1rem}
.account label{display:block;margin-bottom:.25rem}
.account input:not([type=hidden]){width:100%}
.account dl{display:grid;grid-template-columns:auto 1fr;gap:.4rem 1.25rem;margin:0 0 1.5rem}
.account dd{margin:0;overflow-wrap:anywhere}
.account .said{padding:.75rem 1rem;border:1px solid currentColor;border-radius:var(--radius)}
${fieldCss(".account input:not([type=hidden])", data.style)}
${submitCss(".account button", data.style)}`,
  );
  const back = state.back === "/" ? null : html`<p><a href="${state.back}">${words.backWhere}</a></p>`;
  return html`<div class="account">${state.is === "signedIn" ? signedIn(state, context) : signInForm(state, context)}${back}</div>`;
};
