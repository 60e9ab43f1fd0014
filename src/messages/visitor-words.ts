import type { VisitorWords } from "../core/draw/page-material";
import type { DateLength } from "../core/model/values";

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

const DAYS = ["Sunday", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday"];

const monthOf = (wallTime: string): string => MONTHS[Number(wallTime.slice(5, 7)) - 1] ?? "";

const date = (wallTime: string, length: DateLength = "long"): string => {
  const [year, day] = [wallTime.slice(0, 4), Number(wallTime.slice(8, 10))];
  switch (length) {
    case "long":
      return `${day} ${monthOf(wallTime)} ${year}`;
    case "weekday": {
      // the day of a wall time is that of the same time in UTC
      const name = DAYS[new Date(`${wallTime.slice(0, 10)}T00:00:00Z`).getUTCDay()] ?? "";
      return `${name}, ${day} ${monthOf(wallTime)} ${year}`;
    }
    case "short":
      return `${day} ${monthOf(wallTime).slice(0, wallTime.slice(5, 7) === "09" ? 4 : 3)} ${year}`;
    case "numbers":
      return `${wallTime.slice(8, 10)}/${wallTime.slice(5, 7)}/${year}`;
  }
};

/** What visitors read that nobody at the site wrote. English, the language of the sample sites. */
export const ENGLISH: VisitorWords = {
  skip: "Skip to content",
  beside: "More",
  someone: "Somebody signed in",
  menu: "Menu",
  newTab: "opens in a new tab",
  close: "Close",
  playAt: (title, host) => `Play “${title}” at ${host}`,
  enlarge: (alt) => (alt === "" ? "Show it large" : `Show it large: ${alt}`),
  search: "Search",
  searchFor: (query) => `Search results for “${query}”`,
  breadcrumbs: "Breadcrumbs",
  home: "Front page",
  pages: "Pages",
  narrow: "Show only",
  all: "All",
  showMore: "Show more",
  newer: "Newer",
  older: "Older",
  restricted: "This page is for members.",
  restrictedHint: "Sign in with your membership to read it.",
  notIncluded: "Your membership does not include it.",
  signIn: "Sign in",
  signOut: "Sign out",
  signInWrong: "E-mail address and password do not belong together. Please try again.",
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
  yes: "yes",
  no: "no",
  neighbours: "Before and after",
  contents: "Contents",
  social: "On other sites",
  slides: "Pictures",
  slide: (at, of) => `${at} of ${of}`,
  stopSlides: "Stop the pictures",
  mapOf: (place) => `Map: ${place}`,
  largerMap: "Larger map",
  mapData: "Places: GeoNames",
  distance: (metres) => (metres < 1000 ? `${metres} m` : `${metres / 1000} km`),
  leaveEmpty: "Leave this empty",
  wrongAddress:
    "That was not taken: an e-mail address like name@example.org is needed, and agreement where it is asked for.",
  notSent: "It could not be sent just now. Nothing was kept; please try again later.",
  date,
  span: (starts, ends, length) => {
    const begin = `${date(starts, length)}, ${starts.slice(11, 16)}`;
    if (ends === null) return begin;
    return ends.slice(0, 10) === starts.slice(0, 10)
      ? `${begin} to ${ends.slice(11, 16)}`
      : `${begin} to ${date(ends, length)}, ${ends.slice(11, 16)}`;
  },
  period: (wallTime, by) => {
    if (by === "year") return wallTime.slice(0, 4);
    return by === "month" ? `${monthOf(wallTime)} ${wallTime.slice(0, 4)}` : date(wallTime);
  },
};
