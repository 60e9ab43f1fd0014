import type { Piece } from "../content/extract";
import type { AccountState } from "../model/account";
import type { Film } from "../model/film";
import type { HouseStyle } from "../model/house-style";
import type { Menu } from "../model/menu";
import type { Money } from "../model/money";
import type { Neighbours } from "../model/neighbours";
import type { Picture } from "../model/picture";
import type { Audience, Role } from "../model/placement";
import type { SiteProfile } from "../model/profile";
import type { RichText } from "../model/rich-text";
import type { DateLength } from "../model/values";

/** What blocks are drawn from: all a page has to show, as plain data, but the parts themselves. */
export interface PageMaterial {
  readonly site: {
    readonly name: string;
    readonly language: string;
    readonly origin: string;
    readonly searchPath: string;
  };
  readonly page: {
    readonly identity: string;
    readonly path: string;
    readonly title: string;
    readonly description: string;
    readonly role: Role;
    readonly pageNumber: number;
  };
  readonly audience: Audience;
  /** ISO instant the page is drawn for. */
  readonly at: string;
  readonly style: HouseStyle;
  readonly profile: SiteProfile;
  readonly menus: Readonly<Record<string, Menu>>;
  readonly pictures: Readonly<Record<string, Picture>>;
  /** Paths and titles of the pages that menus and buttons point at, by identity. One that is gone is not here. */
  readonly links: Readonly<Record<string, { readonly path: string; readonly title: string }>>;
  /** From the front page down to this one. */
  readonly trail: readonly { readonly title: string; readonly path: string }[];
  readonly entry: EntryView | null;
  readonly body: RichText;
  /** False where this audience may not read the entry: the same frame, a notice in place of the body. */
  readonly mayRead: boolean;
  readonly lists: Readonly<Record<string, ListView>>;
  /** The entries before and after that of the page, by the block that shows them. */
  readonly neighbours: Readonly<Record<string, Neighbours<EntryView>>>;
  /** Who wrote the entry, or whose archive the page is. */
  readonly author: AuthorView | null;
  /** Entries that panels of menus show, by the id of the menu item. */
  readonly promoted: Readonly<Record<string, readonly EntryView[]>>;
  /** What was searched for; empty elsewhere. */
  readonly query: string;
  /** On the page where visitors sign in: what it says to who looks. */
  readonly account: AccountState | null;
}

/** An entry as lists and facts show it. Wall times are in the site's zone: `2026-03-01T19:30`. */
export interface EntryView {
  readonly id: string;
  readonly path: string;
  readonly title: string;
  readonly summary: string;
  readonly picture: string | null;
  readonly pictures?: readonly string[];
  /** Its film or sound; null also where one may not have it. */
  readonly film?: Film | null;
  readonly published: string | null;
  readonly starts: string | null;
  readonly ends: string | null;
  readonly author: { readonly name: string; readonly path: string } | null;
  readonly terms: readonly { readonly name: string; readonly path: string }[];
  readonly fields: readonly {
    readonly key: string;
    readonly label: string;
    readonly value: string;
    /** Of a link: where it leads. */
    readonly href?: string;
    /** Of a picture: its id. */
    readonly picture?: string;
  }[];
  /** What it costs, where one of its fields is money of a currency. */
  readonly price: Money | null;
  readonly restricted: boolean;
  /** Where one searched: a piece of what it says, with what was looked for. */
  readonly extract?: readonly Piece[];
}

export interface AuthorView {
  readonly name: string;
  readonly path: string;
  readonly about: string;
  readonly picture?: string | null;
  readonly links: readonly { readonly label: string; readonly url: string }[];
}

export interface ListView {
  readonly entries: readonly EntryView[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
  /** Stem of the archive, for the pager's links; what follows it and the number in the address. */
  readonly stem: string;
  readonly query?: string;
  /** Links that narrow it, the first one to all of it; none where it cannot be. */
  readonly filters?: readonly FilterLink[];
}

/** Without a name: all of them. */
export interface FilterLink {
  readonly name: string;
  readonly href: string;
  readonly count: number | null;
  readonly isCurrent: boolean;
}

/** The words of the product's own that visitors read, in the site's language. Core has no locale data of its own. */
export interface VisitorWords {
  readonly skip: string;
  /** What unfolds a side column. */
  readonly beside: string;
  readonly menu: string;
  /** Said of a link that opens a tab of its own, to who hears the page. */
  readonly newTab: string;
  /** Somebody who is signed in, where nobody in particular is. */
  readonly someone: string;
  readonly close: string;
  readonly enlarge: (alt: string) => string;
  /** Of a film or sound that is elsewhere: "Play “Moon rise” at example.org". */
  readonly playAt: (title: string, host: string) => string;
  readonly search: string;
  readonly searchFor: (query: string) => string;
  readonly breadcrumbs: string;
  readonly home: string;
  readonly pages: string;
  /** What is above a list of links that narrow it, and the link to all of them. */
  readonly narrow: string;
  readonly all: string;
  readonly showMore: string;
  readonly newer: string;
  readonly older: string;
  readonly restricted: string;
  readonly restrictedHint: string;
  /** To who is signed in, but may not read a page. */
  readonly notIncluded: string;
  readonly signIn: string;
  readonly signOut: string;
  readonly signInWrong: string;
  readonly signInTooMany: string;
  readonly account: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
  readonly membership: string;
  /** Of the link back to the page one came from. */
  readonly backWhere: string;
  readonly membersOnly: string;
  readonly notFound: string;
  readonly notFoundHint: string;
  readonly by: string;
  readonly yes: string;
  readonly no: string;
  /** Of the way to the entries before and after. */
  readonly neighbours: string;
  /** Of the list of a page's headings. */
  readonly contents: string;
  readonly social: string;
  readonly slides: string;
  /** One of several: "2 of 3". */
  readonly slide: (at: number, of: number) => string;
  /** Of the box that stops pictures that follow one another. */
  readonly stopSlides: string;
  /** What a map shows: "Map: The tide mill". */
  readonly mapOf: (place: string) => string;
  /** Of what opens a map. */
  readonly largerMap: string;
  /** Where what is written on maps is from. */
  readonly mapData: string;
  /** Metres: "50 km". */
  readonly distance: (metres: number) => string;
  /** Of a field that people leave alone. */
  readonly leaveEmpty: string;
  readonly wrongAddress: string;
  readonly notSent: string;
  /** `2026-03-01T19:30` → "1 March 2026". */
  readonly date: (wallTime: string, length?: DateLength) => string;
  /** "1 March 2026, 19:30 to 22:00". */
  readonly span: (starts: string, ends: string | null, length?: DateLength) => string;
  /** The year, month or day of a time: "March 2026". */
  readonly period: (wallTime: string, by: "year" | "month" | "day") => string;
}
