import type { VisitorWords } from "../core/draw/page-material";

const MONTHS = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
];

const date = (wallTime: string): string =>
  `${Number(wallTime.slice(8, 10))} ${MONTHS[Number(wallTime.slice(5, 7)) - 1] ?? ""} ${wallTime.slice(0, 4)}`;

/** What visitors read that nobody at the site wrote. English, the language of the sample sites. */
export const ENGLISH: VisitorWords = {
  skip: "Skip to content",
  menu: "Menu",
  close: "Close",
  search: "Search",
  searchFor: (query) => `Search results for “${query}”`,
  breadcrumbs: "Breadcrumbs",
  home: "Front page",
  pages: "Pages",
  newer: "Newer",
  older: "Older",
  restricted: "This page is for members.",
  restrictedHint: "Sign in with your membership to read it.",
  notIncluded: "Your membership does not include it.",
  signIn: "Sign in",
  signOut: "Sign out",
  signInWrong: "Address and password do not belong together. Please try again.",
  signInTooMany: "Too many tries. Wait a quarter of an hour, then try again.",
  account: "Your account",
  name: "Name",
  email: "E-mail address",
  password: "Password",
  membership: "Membership",
  backWhere: "Back to where you were",
  membersOnly: "members only",
  notFound: "Not found",
  notFoundHint: "There is no page at this address. It may have moved, or the address may have a slip in it.",
  by: "by",
  social: "Elsewhere",
  slides: "Pictures",
  slide: (at, of) => `${at} of ${of}`,
  stopSlides: "Stop the pictures",
  mapOf: (place) => `Map: ${place}`,
  largerMap: "Larger map",
  mapData: "Places: GeoNames",
  distance: (metres) => (metres < 1000 ? `${metres} m` : `${metres / 1000} km`),
  leaveEmpty: "Leave this empty",
  wrongAddress:
    "That was not taken: an address like name@example.org is needed, and agreement where it is asked for.",
  notSent: "It could not be sent just now. Nothing was kept; please try again later.",
  date,
  span: (starts, ends) => {
    const begin = `${date(starts)}, ${starts.slice(11, 16)}`;
    if (ends === null) return begin;
    return ends.slice(0, 10) === starts.slice(0, 10)
      ? `${begin} to ${ends.slice(11, 16)}`
      : `${begin} to ${date(ends)}, ${ends.slice(11, 16)}`;
  },
};
