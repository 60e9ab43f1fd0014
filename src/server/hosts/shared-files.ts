import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { transform } from "esbuild";
import { type MapAsked, mapOfName } from "../../core/draw/map-address";
import { siteFile } from "../files/kept-bytes";
import { type Answer, LONG } from "../http/answer";
import { mapDrawing } from "../site/maps";
import { shippedFontPath } from "../site/shaping";

/** Files that site and preview hosts both serve: fonts, scripts, renditions of the site's own pictures. */

const root = process.cwd();
const SCRIPT = "text/javascript; charset=utf-8";
const MEDIA_PATH = "/_media/";
const ASSETS_PATH = "/_assets/";
/** Files of our own that pages of the sites' hosts load, by name. */
const ASSETS: ReadonlyMap<string, { readonly path: string; readonly type: string }> = new Map([
  ["site.js", { path: "src/server/assets/site.js", type: SCRIPT }],
  ["point.js", { path: "src/server/assets/point.js", type: SCRIPT }],
  ["preview.js", { path: "src/server/assets/preview.js", type: SCRIPT }],
  ["preview-row.js", { path: "src/server/assets/preview-row.js", type: SCRIPT }],
  ["morphdom.js", { path: "node_modules/morphdom/dist/morphdom-umd.min.js", type: SCRIPT }],
  ["icon.svg", { path: "src/server/assets/icon.svg", type: "image/svg+xml" }],
]);

const loaded = new Map<string, Promise<Buffer>>();
/** Scripts of ours are sent without what only their readers need. */
const readShort = async (path: string): Promise<Buffer> => {
  const { code } = await transform(await readFile(path, "utf8"), { minify: true });
  return Buffer.from(code);
};
const fileBytes = (path: string): Promise<Buffer> => {
  const found = loaded.get(path);
  if (found) return found;
  const reading = path.endsWith("/site.js") ? readShort(path) : readFile(path);
  loaded.set(path, reading);
  reading.catch(() => loaded.delete(path));
  return reading;
};

/** The file a path stands for on a site's hosts; null if it is none of these. */
export const sharedFile = async (site: string, path: string): Promise<Answer | null> => {
  const font = /^\/_fonts\/([a-z0-9-]+\.woff2)$/.exec(path)?.[1];
  if (font) {
    const source = shippedFontPath(font);
    return source
      ? {
          status: 200,
          headers: { "Content-Type": "font/woff2", "Cache-Control": LONG },
          body: await fileBytes(source),
        }
      : null;
  }
  const own = /^\/_fonts\/own\/([0-9a-f]{64})\.woff2$/.exec(path)?.[1];
  if (own) {
    const file = await siteFile(site, own, "font");
    return file && { status: 200, headers: { "Content-Type": "font/woff2", "Cache-Control": LONG }, file };
  }
  const asset = path.startsWith(ASSETS_PATH) ? ASSETS.get(path.slice(ASSETS_PATH.length)) : undefined;
  if (asset)
    return {
      status: 200,
      headers: { "Content-Type": asset.type, "Cache-Control": "public, max-age=300" },
      body: await fileBytes(join(root, asset.path)),
    };
  const video = /^\/_media\/([0-9a-f]{64})\.(?:mp4|webm|mp3|m4a|ogg|wav)$/.exec(path)?.[1];
  if (video) {
    const file = await siteFile(site, video, "video");
    const headers = { "Content-Type": file?.type ?? "", "Cache-Control": LONG, "Accept-Ranges": "bytes" };
    return file && { status: 200, headers, file };
  }
  const said = /^\/_media\/([0-9a-f]{64})\.vtt$/.exec(path)?.[1];
  if (said) {
    const file = await siteFile(site, said, "captions");
    return file && { status: 200, headers: { "Content-Type": "text/vtt", "Cache-Control": LONG }, file };
  }
  const asked = path.startsWith(MEDIA_PATH) ? mapOfName(path.slice(MEDIA_PATH.length)) : null;
  if (asked) return mapAnswer(asked);
  const media = /^\/_media\/([0-9a-f]{64})(?:-(\d+\.(?:webp|avif|jpeg|png))|\.(svg))$/.exec(path);
  return media ? mediaFile(site, media[1] as string, media[2] ?? "clean.svg") : null;
};

/** A drawing opened by itself runs nothing and reaches nowhere, whatever may still be in it. */
const SANDBOX = "sandbox; default-src 'none'; style-src 'unsafe-inline'";

const mapAnswer = async (asked: MapAsked): Promise<Answer> => {
  const body = await mapDrawing(asked);
  // too many at once: a moment later it is there
  if (!body) return { status: 503, headers: { "Retry-After": "5", "Cache-Control": "no-store" } };
  return {
    status: 200,
    headers: { "Content-Type": "image/svg+xml", "Cache-Control": LONG, "Content-Security-Policy": SANDBOX },
    body,
  };
};

const mediaFile = async (site: string, hash: string, variant: string): Promise<Answer | null> => {
  const file = await siteFile(site, hash, variant);
  if (!file) return null;
  const headers = {
    "Content-Type": file.type,
    "Cache-Control": LONG,
    "Accept-Ranges": "bytes",
    ...(file.type === "image/svg+xml" ? { "Content-Security-Policy": SANDBOX } : {}),
  };
  return { status: 200, headers, file };
};
