import { readEnvironment } from "../../data/environment";

/** What a `Host` header stands for. Anything not on the list is nobody's and gets 421. */
export type HostKind =
  | { readonly is: "studio" }
  | { readonly is: "site"; readonly site: string }
  | { readonly is: "preview"; readonly site: string }
  | null;

const SITE = /^([a-z](?:[a-z0-9]|-(?!-))*[a-z0-9]|[a-z])(--preview)?$/;

/** Reads a `Host` header. The port must be ours, so that a request meant for another server is refused. */
export const readHost = (header: string | undefined): HostKind => {
  const { STUDIO_HOST, SITES_HOST, PORT, PUBLIC_SCHEME } = readEnvironment();
  const [name = "", port, ...rest] = (header ?? "").toLowerCase().split(":");
  const expected = PUBLIC_SCHEME === "https" ? undefined : String(PORT);
  if (rest.length > 0 || (port !== expected && !(expected === "80" && port === undefined))) return null;
  if (name === STUDIO_HOST) return { is: "studio" };
  if (!name.endsWith(`.${SITES_HOST}`)) return null;
  const found = SITE.exec(name.slice(0, -SITES_HOST.length - 1));
  if (!found?.[1]) return null;
  return { is: found[2] ? "preview" : "site", site: found[1] };
};

const origin = (host: string): string => {
  const { PORT, PUBLIC_SCHEME } = readEnvironment();
  return PUBLIC_SCHEME === "https" ? `https://${host}` : `http://${host}${PORT === 80 ? "" : `:${PORT}`}`;
};

export const studioOrigin = (): string => origin(readEnvironment().STUDIO_HOST);
export const publicOrigin = (site: string): string => origin(`${site}.${readEnvironment().SITES_HOST}`);
export const previewOrigin = (site: string): string =>
  origin(`${site}--preview.${readEnvironment().SITES_HOST}`);
