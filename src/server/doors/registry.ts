/**
 * All use-cases of the studio by name. Each is one function: input checked, permission in `permissions`, an outcome.
 * How a request reaches them is in `call`; what they do with time and chance comes in through their context.
 */

import { createSite } from "../import/sites";
import { aboutSite } from "../use-cases/about-site";
import { begin, beginning } from "../use-cases/begin";
import {
  bringBack,
  changeEntry,
  entryImpact,
  removalImpact,
  removals,
  removeFromContent,
} from "../use-cases/content-changes";
import { coverage, expectations, rows } from "../use-cases/coverage";
import { change, choosePage, impact, newest, redo, undo } from "../use-cases/design-changes";
import { createDraftLink, draftLinks, dropDraftLink } from "../use-cases/draft-links";
import {
  editionChanges,
  editions,
  publish,
  putOff,
  restore,
  restoreImpact,
  review,
  takeBack,
} from "../use-cases/editions";
import { emptyList } from "../use-cases/empty-list";
import { dropFilter, savedFilters, saveFilter } from "../use-cases/filters";
import { findText, replaceText } from "../use-cases/find-text";
import { findingMends, findings } from "../use-cases/findings";
import { addFont } from "../use-cases/fonts";
import { lookFindings } from "../use-cases/look-findings";
import { createMenu, itemSigns, menu, menus, removeMenu } from "../use-cases/menus";
import { offer } from "../use-cases/offer";
import { packContents, packImport, packPlan } from "../use-cases/packs";
import { openToPages, sayOnPage } from "../use-cases/page-values";
import { goTo, page, previewPage } from "../use-cases/pages";
import { bringPartBack, partHistory } from "../use-cases/part-history";
import { createPart, duplicatePart, part, parts, previewPages } from "../use-cases/parts";
import { picture, pictures, putUploadsAway, removePicture, uploads } from "../use-cases/pictures";
import { makePiece, ownPiece, piece, pieces, removePiece } from "../use-cases/pieces";
import { openPointing } from "../use-cases/pointing";
import { icons, profile } from "../use-cases/profile";
import { said, sayOnPages, takeBackSaid } from "../use-cases/said";
import { dropSignUp, signUps } from "../use-cases/sign-ups";
import { starts } from "../use-cases/starts";
import { pictureColours, style, tokensFile, tokensImport, tokensPlan } from "../use-cases/style";
import { createToken, dropToken, tokens } from "../use-cases/tokens";
import { keepCaptions, keepFilm, keepVideo } from "../use-cases/videos";
import { addVisitor, changeVisitor, removeVisitor, visitors } from "../use-cases/visitors";
import { newPartReach, places, reach } from "../use-cases/where";
import { explain, mends } from "../use-cases/why";

export const useCases = {
  aboutSite,
  newPartReach,
  coverage,
  expectations,
  rows,
  findings,
  findingMends,
  lookFindings,
  explain,
  mends,
  offer,
  impact,
  parts,
  part,
  reach,
  places,
  partHistory,
  bringPartBack,
  findText,
  replaceText,
  pieces,
  piece,
  makePiece,
  ownPiece,
  removePiece,
  openPointing,
  itemSigns,
  keepVideo,
  keepFilm,
  keepCaptions,
  starts,
  beginning,
  begin,
  createSite,
  createPart,
  duplicatePart,
  previewPages,
  previewPage,
  emptyList,
  page,
  goTo,
  entryImpact,
  changeEntry,
  removalImpact,
  removeFromContent,
  bringBack,
  removals,
  tokens,
  createToken,
  dropToken,
  draftLinks,
  createDraftLink,
  dropDraftLink,
  savedFilters,
  saveFilter,
  dropFilter,
  style,
  pictureColours,
  tokensFile,
  tokensPlan,
  tokensImport,
  addFont,
  profile,
  icons,
  pictures,
  menus,
  menu,
  createMenu,
  removeMenu,
  picture,
  removePicture,
  signUps,
  dropSignUp,
  visitors,
  addVisitor,
  changeVisitor,
  removeVisitor,
  uploads,
  putUploadsAway,
  change,
  newest,
  choosePage,
  sayOnPage,
  said,
  sayOnPages,
  takeBackSaid,
  openToPages,
  undo,
  redo,
  review,
  editions,
  editionChanges,
  restoreImpact,
  publish,
  takeBack,
  restore,
  putOff,
  packContents,
  packPlan,
  packImport,
} as const;

export type UseCases = typeof useCases;
export type UseCaseName = keyof UseCases;
