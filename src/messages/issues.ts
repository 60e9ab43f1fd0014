import type { Issue } from "../core/model/issue";
import type { IssueCode } from "../core/model/issue-codes";
import type { OwnField } from "../core/model/own-field";
import { count } from "./words";

/** What a value of a field has to be. */
const FIELD_TYPE_WORDS: Readonly<Record<OwnField["type"], string>> = {
  text: "a text",
  number: "a number",
  money: "an amount, such as 24 or 24.00 €",
  date: "a date, such as 2026-03-01",
  dateTime: "a date and a time, such as 2026-03-01 19:30",
  yesNo: "yes or no",
  choice: "one of the values of its field",
  picture: "the name of a picture",
  link: "an address that can be led to, such as https://example.org/",
};

/** The sentence for each issue code: what is wrong, where, what to do. */
type Sentence = (
  params: Readonly<Record<string, string | number>>,
  path: readonly (string | number)[],
) => string;

const at = (path: readonly (string | number)[]): string =>
  path.length === 0 ? "" : ` (${path.join(" › ")})`;
const file = (path: readonly (string | number)[]): string => String(path[0] ?? "the pack");
const inside = (path: readonly (string | number)[]): string =>
  path.length > 1 ? ` at ${path.slice(1).join(" › ")}` : "";

const KIND_WORDS: Readonly<Record<string, string>> = {
  string: "a text",
  number: "a number",
  int: "a whole number",
  boolean: "yes or no",
  array: "a list",
  object: "an object",
  record: "an object",
};
const FORMAT_WORDS: Readonly<Record<string, string>> = {
  email: "it is no mail address",
  url: "it is no address",
  uuid: "it is no UUID",
  datetime: "it is no instant such as 2026-05-01T12:00:00Z",
};
const MEASURES: Readonly<Record<string, readonly [string, string]>> = {
  string: ["letter", "letters"],
  array: ["entry", "entries"],
  set: ["entry", "entries"],
  object: ["entry", "entries"],
};

/** What is wrong with a value, after a colon. */
const wrongWords = ({ detail, wrong, wanted, of, limit }: Parameters<Sentence>[0]): string => {
  if (detail !== undefined) return String(detail);
  const measure = MEASURES[String(of)];
  const most = measure ? count(Number(limit), ...measure) : String(limit);
  switch (wrong) {
    case "missing":
      return "it is missing";
    case "type":
      return `it should be ${KIND_WORDS[String(wanted)] ?? String(wanted)}`;
    case "small":
      return `it needs at least ${most}`;
    case "big":
      return `it may have at most ${most}`;
    case "choice":
      return `it should be ${String(wanted).includes(",") ? "one of " : ""}${String(wanted)}`;
    case "unknown":
      return `${String(wanted)} is not known here`;
    case "format":
      return FORMAT_WORDS[String(wanted)] ?? "it is not written as it should be";
    default:
      return "it is of the wrong kind";
  }
};

const waitWords = (seconds: number): string => {
  if (!(seconds > 0)) return "a while";
  return seconds < 90 ? count(Math.ceil(seconds), "second") : count(Math.ceil(seconds / 60), "minute");
};

const tokenName = (path: readonly (string | number)[]): string => `“${path.join(".")}”`;

const MOST_LETTERS = 60;

/** What something is now, as JSON, where that is said in a word or two. */
const nowWords = (found: string | number | undefined): string => {
  const scalar = /^(?:true|false|-?\d+(?:\.\d+)?|"(?:[^"\\]|\\.)*")$/.exec(String(found ?? ""))?.[0];
  if (scalar === undefined) return "";
  const value = JSON.parse(scalar) as boolean | number | string;
  if (value === "" || String(value).length > MOST_LETTERS) return "";
  if (typeof value === "boolean") return `: it is ${value ? "on" : "off"} now`;
  return `: it is ${typeof value === "string" ? `“${value}”` : value} now`;
};

export const ISSUE_SENTENCES: Readonly<Record<IssueCode, Sentence>> = {
  "change.clash": ({ found }) =>
    `Somebody changed the same thing meanwhile${nowWords(found)}. Your change was not saved; look at the newest version and make it again.`,
  "font.unknown": () => "That font is not here. Reload to see the fonts as they are now.",
  "font.notWoff2": () => "That file is not a WOFF2 font. Save the font as WOFF2 first; nothing was added.",
  "font.tooBig": ({ limit }) =>
    `The font is larger than ${String(limit)}. Leave out scripts the site does not use; nothing was added.`,
  "font.broken": ({ detail }) => `The font cannot be used: ${String(detail ?? "")}. Nothing was added.`,
  "font.name": () =>
    "A font's name is made of letters, digits, single spaces and hyphens. Nothing was saved.",
  "font.licence": () => "Say why the font may be used, such as the name of its licence. Nothing was added.",
  "font.ships": ({ family }) =>
    `${String(family)} ships with Gray Latch already: choose it under Families. Nothing was added.`,
  "picture.unreadable": () =>
    "That file is not a picture that can be read: JPEG, PNG, WebP, AVIF or SVG, whole. Nothing was added.",
  "picture.tooLarge": ({ width, height }) =>
    `The picture says it is ${String(width)} × ${String(height)} pixels; 120 million and 30 000 on a side are the most. Save it smaller; nothing was added.`,
  "picture.tooBig": ({ limit }) =>
    `The file is larger than ${String(limit)}. Save it smaller; nothing was added.`,
  "picture.gaveUp": () =>
    "Its sizes could not be made, however often it was tried. Send it again; if it fails again, the server needs looking at.",
  "picture.gone": () => "The file that was sent is not there any more. Send it again.",
  "picture.inUse": ({ count: uses }) =>
    `The picture is used in ${String(uses)} places. Replace it or remove it there first; nothing was removed.`,
  "picture.unknown": () => "That picture is not in this site any more. Choose another.",
  "tokens.notJson": ({ detail }) =>
    `The file is not JSON: ${String(detail ?? "")}. Save it again from where it comes from; nothing was changed.`,
  "tokens.notObject": () =>
    "A tokens file is one JSON object; this one is something else. Nothing was changed.",
  "tokens.none": () => "There is no token in the file: nothing in it has a $value. Nothing was changed.",
  "tokens.tooMuch": (_, path) =>
    `The file has more than 5 000 tokens or groups deeper than 20${path.length > 0 ? ` at ${tokenName(path)}` : ""}. Split it; nothing was changed.`,
  "tokens.name": (_, path) =>
    `${tokenName(path)}: names of tokens have no dots and no braces, for aliases are written with them. Rename it; nothing was changed.`,
  "tokens.notToken": (_, path) =>
    `${tokenName(path)} is neither a group nor a token with a $value. Nothing was changed.`,
  "tokens.untyped": (_, path) =>
    `${tokenName(path)} has no $type, and no group round it has one. Add it; nothing was changed.`,
  "tokens.alias": ({ alias }, path) =>
    `${tokenName(path)} points at ${String(alias)}, which is not in the file. Nothing was changed.`,
  "tokens.circle": ({ alias }, path) =>
    `${tokenName(path)} points at ${String(alias)}, which leads back to where it started. Nothing was changed.`,
  "tokens.colour": (_, path) =>
    `${tokenName(path)} is not a colour of the format: it needs a colorSpace that is known and three components. Nothing was changed.`,
  "tokens.value": (params, path) =>
    `${tokenName(path)} would be a value the house style cannot have (${wrongWords(params)}). Nothing was changed.`,
  "style.twice": () =>
    "Two colours of the palette have the same key. Give one of them another; nothing was saved.",
  "style.sameStyle": () =>
    "Two text styles of the site have the same key. Give one of them another; nothing was saved.",
  "style.edges": () => "The edge of small screens must lie below the edge of wide ones. Nothing was saved.",
  "style.role": (_, path) =>
    `The role “${String(path.at(-1))}” names a colour the palette does not have. Choose another for the role first; nothing was saved.`,
  "change.nodeGone": () => "What you were changing has been removed meanwhile. Nothing was saved.",
  "change.nodeTwice": () => "This would put the same block in twice. Nothing was saved.",
  "change.badNode": () => "This is not a band, cell or block the product knows. Nothing was saved.",
  "change.badPlace": () => "It cannot stand there: blocks stand in cells, cells in bands. Nothing was moved.",
  "change.badValue": (params, path) =>
    `A value does not fit${at(path)}: ${wrongWords(params)}. Nothing was saved.`,
  "change.exists": (_, path) => `There is one with this id already${at(path)}. Nothing was saved.`,
  "change.documentGone": () => "It has been removed meanwhile. Nothing was saved.",
  "change.notAPart": () => "Only parts have bands, cells and blocks. Nothing was saved.",
  "placement.value": () => "A line names a value this facet does not have. Nothing was saved.",
  "placement.tooMany": () =>
    "A part has at most 500 lines. Say what the pages have in common instead; nothing was saved.",
  "placement.window": () => "The window ends before it starts. Choose a later end.",
  "placement.missing": (params) =>
    `A line names ${params["facet"]} “${params["value"]}”, which this site does not have. Choose one of the site's own; nothing was saved.`,
  "menu.unknown": () => "That menu is not here. Reload to see the menus as they are now.",
  "menu.taken": ({ name }) => `There is a menu “${String(name)}” already. Give this one another name.`,
  "menu.inUse": ({ count: uses }) =>
    `The menu is shown in ${count(Number(uses), "place")}. Remove it there first; nothing was removed.`,
  "identity.form": () =>
    "A page is named by what it is, such as entry:12 or archive:kind:3; this is no such name. Nothing was saved.",
  "place.lat": () =>
    "A latitude is between 85° south and 85° north: nearer the poles no map of this kind can be drawn. Nothing was changed.",
  "place.lon": () => "A longitude is between 180° west and 180° east. Nothing was changed.",
  "place.unreadable": () =>
    "These are no coordinates. Write degrees north and east, such as 48.2082, 16.3738 or 48° 12′ 29″ N 16° 22′ 26″ E. Nothing was changed.",
  "hero.slideElsewhere": () =>
    "A slide stands in a hero: select one, or put it into one. Nothing was changed.",
  "hero.tooManySlides": ({ limit = 12 }) =>
    `A hero has at most ${limit} slides: nobody waits for more. Remove one first.`,
  "hero.inItself": () => "A hero cannot stand in another one. Nothing was changed.",
  "entries.twice": () => "An entry is chosen once for a list. Nothing was saved.",
  "layers.twice": () => "Each layer of a background is there once. Nothing was saved.",
  "menu.depth": () => "Menus have at most three levels. Nothing was saved.",
  "link.scheme": () =>
    "A link may lead to a page, an anchor, http, https, mailto or tel. This one was not saved.",
  "path.encoding": (params) =>
    `“${params["path"]}” is not a path: a % is not followed by two hexadecimal digits.`,
  "path.dots": (params) => `“${params["path"]}” has a segment of dots only. Leave it out.`,
  "path.characters": (params) => `“${params["path"]}” has a character that cannot stand in a path.`,
  "path.reserved": (params) =>
    `Paths that begin with /${params["segment"]}/ belong to the product. Choose another for ${params["path"]}.`,
  "path.taken": (params) =>
    `${params["path"]} is the path of “${params["other"]}” already. Give one of them another path; nothing was saved.`,
  "path.belowItself": (params) =>
    `At ${params["path"]} the page would stand below itself. Choose a path that does not lead through its own pages.`,
  "page.unknown": (params) => `This site has no page ${params["page"]}.`,
  "content.gone": () => "It is not there (any more). Nothing was changed.",
  "kind.last": () => "A site has at least one kind. Nothing was removed.",
  "front.stays": () =>
    "The front page would go with it. Choose another front page first; nothing was removed.",
  "term.slugTaken": (params) =>
    `“${params["term"]}” would move up to where another has the same name in its path. Nothing was removed.`,
  "removal.gone": () => "It was brought back already, or is no longer kept.",
  "token.none": () =>
    "The request has no token of this site, or one that was ended. Make one in the studio under “Access for scripts” and send it as “Authorization: Bearer …”.",
  "token.tooMany": (params) => `At most ${params["limit"]} tokens. End one first.`,
  "token.unknown": () => "That token is not there any more. The list was out of date; nothing was changed.",
  "draftLink.unknown": () =>
    "That link is not there any more. The list was out of date; nothing was changed.",
  "filter.unknown": () => "That filter is not kept any more. Nothing was changed.",
  "signUp.unknown": () => "That address is not in the list any more. Nothing was changed.",
  "draftLink.tooMany": (params) => `At most ${params["limit"]} links to the draft at a time. End one first.`,
  "filter.tooMany": (params) => `At most ${params["limit"]} filters can be kept. Delete one first.`,
  "choice.otherSlot": (params) =>
    `“${params["name"]}” is made for another slot: a page cannot choose it here. Nothing was saved.`,
  "choice.tooMany": (params) =>
    `${params["count"]} pages are too many to choose one by one (at most ${params["limit"]}). Use a line instead; nothing was saved.`,
  "visitor.exists": (params) => `${params["email"]} has an account on this site already.`,
  "visitor.unknown": () => "That account is gone. The list was out of date; reload to see it as it is now.",
  "audience.unknown": (params) => `This site has no audience “${params["audience"]}”.`,
  "part.unknown": () => "There is no such part on this site. It may have been removed.",
  "pack.notZip": () => "This is not a zip file. A template pack ends in .zip and was written by an export.",
  "pack.cut": () =>
    "The zip file is damaged or ends too early; something may have happened to it on the way. Fetch it again.",
  "pack.otherZip": () =>
    "The zip file is encrypted, in several pieces, or packed in a way that is not read here. Take the file as it was exported.",
  "pack.tooBig": (params) => `The pack is larger than ${params["limit"]}. Nothing was read.`,
  "pack.ratio": (_, path) => `${file(path)} unpacks to far more than it should. Nothing was read.`,
  "pack.leavesArchive": (params) =>
    `The pack has a file whose path leaves the archive (${params["path"]}). Nothing was read.`,
  "pack.fileMissing": (params, path) =>
    `${params["file"] ?? file(path)} is missing from the pack${inside(path)}. Nothing was imported.`,
  "pack.fileUnlisted": (_, path) =>
    `${file(path)} is in the pack but not in its list of files. Nothing was imported.`,
  "pack.hash": (_, path) =>
    `${file(path)} is not what the pack says it is: its hash differs. Nothing was imported.`,
  "pack.notJson": (_, path) => `${file(path)} is not JSON. Nothing was imported.`,
  "pack.newer": (params, path) =>
    `${file(path)} was written by a newer version (schema ${params["schema"]}, this one knows ${params["known"]}). Update first; nothing was imported.`,
  "pack.value": (params, path) =>
    `${file(path)} has a value that does not fit${inside(path)}: ${wrongWords(params)}. Nothing was imported.`,
  "pack.keyTwice": (params, path) =>
    `The key “${params["key"]}” stands twice in ${file(path)}. Nothing was imported.`,
  "pack.picture": ({ why, ...params }, path) =>
    `${file(path)} cannot be imported. ${describeIssue({ code: why as IssueCode, path: [], params })}`,
  "pack.nothing": () => "Choose at least one part to export.",
  "import.unanswered": (params) => `${params["open"]} questions are still open. Answer them, then import.`,
  "undo.nothing": () => "There is nothing to undo.",
  "redo.nothing": () => "There is nothing to redo.",
  "undo.clash": () => "It cannot be undone: somebody changed the same thing since. Nothing was changed.",
  "site.address": ({ address }) =>
    `“${address}” cannot be an address. Use small letters, digits and single hyphens, beginning with a letter.`,
  "site.taken": ({ address }) => `There is a site at “${address}” already. Choose another address.`,
  "site.pageName": ({ title }) => `“${title}” has no letter or digit that an address can be made of.`,
  "site.pageTwice": ({ title }) =>
    `Two pages would have the same address: “${title}”. Give one of them another name.`,
  "begin.hasParts": () => "This site has parts already. Make new ones from the starting points.",
  "part.noVersion": () => "That version is no longer known. Nothing was changed.",
  "text.notThere": () => "None of these places has the text any more. Look for it again.",
  "piece.inItself": ({ name }) =>
    `The piece “${name}” would stand inside itself, straight or through another one. Nothing was changed.`,
  "piece.unknown": () => "This shared piece is gone.",
  "piece.inUse": ({ count }) =>
    `${count === 1 ? "One place uses" : `${count} places use`} this piece. Make it their own first, or remove it from them.`,
  "piece.notTogether": () =>
    "Only blocks that follow one another in one cell or box can become a shared piece.",
  "captions.line": ({ line }) =>
    `Line ${line} is not as captions are written (WebVTT: “00:01.000 --> 00:04.000” and the words below it). Nothing was kept.`,
  "captions.none": () => "There is no caption in that file. Nothing was kept.",
  "captions.notText": () =>
    "Captions are a text file in UTF-8 (WebVTT, .vtt); this is none. Nothing was kept.",
  "captions.tooBig": ({ limit }) => `Captions are at most ${String(limit)}. Nothing was kept.`,
  "film.notHere": () => "The file of the film is not here any more. Choose it again. Nothing was changed.",
  "film.tooBig": ({ limit }) =>
    `The file is larger than ${limit}. Make it smaller, or put it on another server and give its address. Nothing was kept.`,
  "film.unknown": () =>
    "That is no film (MP4, WebM) and no sound (MP3, M4A, Ogg, WAV) that browsers play. Nothing was kept.",
  "video.tooBig": ({ limit }) =>
    `The video is larger than ${limit}: visitors would wait for it. Make it shorter or smaller.`,
  "video.unknown": () => "That is no MP4 or WebM video. Nothing was kept.",
  "start.form": () => "Such a form is not one of this slot's.",
  "start.otherSlot": () => "This starting point is for another slot.",
  "start.nothingForIt": () =>
    "The site no longer has what this starting point is made of. Look at the starting points again.",
  "choice.notOpen": ({ name }) =>
    `No part of this slot lets pages change “${name}”. Open the setting in the part first.`,
  "choice.wrongType": ({ label }) => `“${label}” cannot hold such a value. Nothing was changed.`,
  "choice.notOpenable": () => "Pages cannot be let change this setting.",
  "publish.nothing": () => "There is nothing to publish: visitors see this already.",
  "publish.waits": ({ seq, at: time }) =>
    `Edition ${String(seq)} goes live on ${String(time)}, as the draft was when that was said. Call it off first, or wait until then; nothing was published.`,
  "publish.past": () => "That time is over. Choose a later one, or publish at once.",
  "publish.far": () => "Choose a time within a year from now.",
  "edition.notWaiting": ({ seq }) =>
    `Edition ${String(seq)} does not wait for its time: it is live, or was called off already.`,
  "publish.moved": () =>
    "The draft has changed since you looked at it. Look at what is listed now, then publish; nothing was published.",
  "publish.broken": () =>
    "A “Not on” line points at something that is gone. Mend it first, or pages would show what they should not; nothing was published.",
  "edition.unknown": () => "There is no such edition.",
  "takeBack.late": () => "It can be taken back for an hour only. Restore an earlier edition instead.",
  "takeBack.first": () => "This is the first edition: there is nothing before it to go back to.",
  "signIn.wrong": () => "The e-mail address or the password is wrong.",
  "signIn.tooMany": ({ seconds }) => `Too many tries. Wait ${waitWords(Number(seconds))}, then try again.`,
  "session.none": () =>
    "You are signed out, or were away too long. Sign in again; what you typed is still here.",
  "permission.none": () => "Your role on this site does not allow this.",
  "origin.foreign": () => "The request came from another site and was refused.",
  "input.invalid": (params, path) => `A field is missing or wrong${at(path)}: ${wrongWords(params)}.`,
  "input.notJson": () => "The request is not JSON.",
  "input.tooLarge": ({ limit }) =>
    `More was sent than is taken here (${String(limit)}). Nothing was changed.`,
  "input.tooDeep": () => "The request nests deeper than anything here does. Nothing was changed.",
  "input.tooMany": () => "The request holds more values than are taken at once. Nothing was changed.",
  "input.cut": () => "What was sent ended too early. Send it again; nothing was changed.",
  "input.notForm": () => "This takes a form with a file (multipart/form-data), and something else was sent.",
  "input.noFile": () => "This takes a file, and none was sent. Choose one; nothing was changed.",
  "text.unstorable": (_, path) =>
    `A text has a character that is none (a NUL, or half of a pair)${at(path)}. Remove it; nothing was saved.`,
  "file.tooDear": ({ seconds }) =>
    `The file takes more time or memory to read than is given to one (${String(seconds)} s). Make it simpler or smaller; nothing was changed.`,
  "file.unreadable": () =>
    "The file could not be read: what reads such files gave it up. Save it anew from where it comes from; nothing was changed.",
  "quota.files": ({ limit }) =>
    `This site keeps as many files as it may (${String(limit)}). Remove some it does not use; nothing was added.`,
  "quota.bytes": ({ limit, used }) =>
    `This site keeps ${String(used)} of the ${String(limit)} MB it may, and this would be more. Remove files it does not use; nothing was added.`,
  "document.unreadable": ({ kind }, path) =>
    `The ${String(kind)} “${String(path[0])}” of this site is stored in a form this version cannot read${path.length > 1 ? ` (at ${path.slice(1).join(" › ")})` : ""}. Nothing was changed; whoever runs the server must look at it.`,
  "disk.full": () =>
    "The server's disk is nearly full, so it takes in no files for now. Whoever runs it must make room; nothing was added.",
  "server.away": () =>
    "The server is busy or its database cannot be reached. Try again in a moment; nothing was changed.",
  "server.failed": ({ id }) =>
    `Something went wrong on the server; it has been noted${id ? ` under ${String(id)}` : ""}. Nothing was changed.`,
  "change.tooDeep": () =>
    "Boxes or texts would stand within each other deeper than is kept. Remove some of the boxes; nothing was saved.",
  "content.tooDeep": (_, path) => `${file(path)} nests deeper than is kept. Nothing was imported.`,
  "pack.tooDeep": (_, path) => `${file(path)} nests deeper than anything here does. Nothing was imported.`,
  "piece.tooMuch": ({ name }) =>
    `“${String(name)}” would come to more blocks than are drawn, with its shared pieces in their places. Nothing was changed.`,
  "picture.intricate": () =>
    "The drawing would take too long to draw: too much text, or patterns and copies within each other. Turn its text into paths, or save it simpler; nothing was added.",
  "pack.fileTwice": (_, path) => `${file(path)} stands twice in the pack. Nothing was imported.`,
  "pack.tooMany": ({ what, count: found, limit }) =>
    `The pack has ${String(found)} ${String(what)}; ${String(limit)} are the most. Split it; nothing was imported.`,
  "pack.originalGone": ({ name }) =>
    `The file of the picture “${String(name)}” is not there any more. Replace the picture, or export without pictures.`,
  "useCase.unknown": () => "There is no such call.",
  "site.unknown": () => "There is no such site, or you have no part in it.",
  "content.value": (params, path) => `${file(path)}: ${wrongWords(params)}${inside(path)}.`,
  "content.fieldType": (params, path) =>
    `${file(path)} says “${params["value"]}” as its ${params["field"]}, which is to be ${FIELD_TYPE_WORDS[params["type"] as OwnField["type"]]}.`,
  "content.unknown": (params, path) =>
    `${file(path)} names the ${params["type"]} “${params["value"]}”, which is not defined.`,
};

/** The sentence of an issue. */
export const describeIssue = (issue: Issue): string =>
  ISSUE_SENTENCES[issue.code](issue.params ?? {}, issue.path);

export const describeIssues = (issues: readonly Issue[]): string => issues.map(describeIssue).join(" ");
