import { fail, issue } from "../core/model/issue";
import { openContext, outcomeResponse } from "./call";
import { sharedFile } from "./hosts/shared-files";
import { unpackedFont } from "./shaping";

/** A rendition of a picture for the studio's own screens: the same file visitors get, behind the studio's door. */
export const answerMedia = async (request: Request, site: string, file: string): Promise<Response> => {
  const context = await openContext(request, site, "look");
  if (!context.ok) return outcomeResponse(context);
  const answer = await sharedFile(site, `/_media/${file}`);
  if (!answer) return outcomeResponse(fail(issue("picture.unknown")));
  return new Response(answer.body as BodyInit, {
    status: answer.status,
    headers: { ...answer.headers, "Cache-Control": "private, max-age=31536000, immutable" },
  });
};

/** A font as previews measure with it: unpacked, one that ships by name, one of the site's own by content hash. */
export const answerFont = async (request: Request, site: string, file: string): Promise<Response> => {
  const context = await openContext(request, site, "look");
  if (!context.ok) return outcomeResponse(context);
  const bytes = await unpackedFont(site, file);
  if (!bytes) return outcomeResponse(fail(issue("font.unknown")));
  return new Response(bytes as BodyInit, {
    headers: { "Content-Type": "font/ttf", "Cache-Control": "private, max-age=31536000, immutable" },
  });
};
