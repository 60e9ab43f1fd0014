import { Readable } from "node:stream";
import { fail, issue } from "../../core/model/issue";
import { sharedFile } from "../hosts/shared-files";
import type { Answer } from "../http/answer";
import { outcomeResponse } from "../http/outcomes";
import { unpackedFont } from "../site/shaping";
import { openContext } from "./call";
import { answered } from "./studio-door";

const bodyOf = ({ body, file }: Answer): BodyInit => {
  if (!file || file.size === 0) return (body ?? new Uint8Array()) as BodyInit;
  const bytes = file.read(0, file.size - 1);
  return (bytes instanceof Uint8Array ? bytes : Readable.toWeb(Readable.from(bytes))) as BodyInit;
};

/** A rendition of a picture for the studio's own screens: the same file visitors get, behind the studio's door. */
export const answerMedia = (request: Request, site: string, file: string): Promise<Response> =>
  answered(request, async () => {
    const context = await openContext(request, site, "see");
    if (!context.ok) return outcomeResponse(context);
    const answer = await sharedFile(site, `/_media/${file}`);
    if (!answer) return outcomeResponse(fail(issue("picture.unknown")));
    const { status, headers } = answer;
    const isThere = status === 200;
    return new Response(isThere ? bodyOf(answer) : null, {
      status,
      headers: isThere
        ? { ...headers, "Cache-Control": "private, max-age=31536000, immutable" }
        : (headers ?? {}),
    });
  });

/** A font as previews measure with it: unpacked, one that ships by name, one of the site's own by content hash. */
export const answerFont = (request: Request, site: string, file: string): Promise<Response> =>
  answered(request, async () => {
    const context = await openContext(request, site, "see");
    if (!context.ok) return outcomeResponse(context);
    const bytes = await unpackedFont(site, file);
    if (!bytes) return outcomeResponse(fail(issue("font.unknown")));
    return new Response(bytes as BodyInit, {
      headers: { "Content-Type": "font/ttf", "Cache-Control": "private, max-age=31536000, immutable" },
    });
  });
