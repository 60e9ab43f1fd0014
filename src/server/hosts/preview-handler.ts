import type { IncomingMessage, ServerResponse } from "node:http";
import { attributes, html, SafeHtml } from "../../core/draw/html";
import { plainAnswer, ranged, send } from "../http/answer";
import { studioOrigin } from "../http/host-names";
import { inPlace } from "../process/places";
import { answerDraft, isDraftPath } from "./draft-handler";
import { answerLive, isLivePath } from "./live-handler";
import { sharedFile } from "./shared-files";

/** The preview host: an empty shell the studio fills by messages, and the files it shows. Site data is served here only to those who look at the live site from the studio, or have a link to the draft. */
export const handlePreview = async (
  site: string,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> => {
  if (request.method !== "GET" && request.method !== "HEAD")
    return send(response, plainAnswer(405, "GET and HEAD only."));
  const url = new URL(`http://preview${request.url ?? "/"}`);
  const { pathname } = url;
  if (isLivePath(pathname))
    return send(response, await inPlace(() => answerLive(site, url, request)), request.method === "GET");
  if (isDraftPath(pathname))
    return send(response, await inPlace(() => answerDraft(site, url, request)), request.method === "GET");
  const page = PAGES[pathname];
  if (page) return send(response, page(), request.method === "GET");
  const file = await sharedFile(site, pathname);
  const answer = file ? ranged(file, request.headers.range) : plainAnswer(404, "There is nothing here.");
  await send(response, answer, request.method === "GET");
};

const pageWith = (policy: string, head: SafeHtml, ancestors: string) => ({
  status: 200,
  headers: {
    "Content-Type": "text/html; charset=utf-8",
    "Cache-Control": "no-cache",
    "Content-Security-Policy": `default-src 'none'; script-src 'self'; style-src 'unsafe-inline'; ${policy}; form-action 'none'; base-uri 'none'; frame-ancestors ${ancestors}`,
  },
  body: html`<!doctype html>
<html lang="en"${attributes({ "data-studio": studioOrigin() })}>
<head><meta charset="utf-8"><title>Preview</title><meta name="viewport" content="width=device-width, initial-scale=1">${head}</head>
<body></body>
</html>
`.text,
});

/** The inside of a frame; it may stand in a row. */
const shell = () =>
  pageWith(
    "img-src 'self'; media-src 'self'; font-src 'self'",
    html`<style id="values"></style><style id="marks"></style>
<script src="/_assets/morphdom.js"></script><script src="/_assets/preview.js" defer></script>`,
    `'self' ${studioOrigin()}`,
  );

/** Frames beside each other. The line round them is seen on light and dark. */
const ROW_CSS = `*{box-sizing:border-box}body{margin:0;display:flex;flex-wrap:wrap;gap:10px;overflow:hidden}div{flex:none;overflow:hidden;border:1px solid #8a837566;background:#fff}iframe{display:block;border:0;transform-origin:0 0}`;
const row = () =>
  pageWith(
    "frame-src 'self'",
    html`<style>${new SafeHtml(ROW_CSS)}</style><script src="/_assets/preview-row.js" defer></script>`,
    studioOrigin(),
  );

const PAGES: Readonly<Record<string, () => ReturnType<typeof pageWith>>> = { "/": shell, "/row": row };
