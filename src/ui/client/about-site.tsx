"use client";
import { createContext, type ReactNode, useContext, useDeferredValue, useMemo, useState } from "react";
import type { Slot } from "../../core/model/slot";
import { momentWords } from "../../messages/wall-time";
import { badgeText } from "../../messages/words";
import type { CallResult } from "./call";

/** What every screen knows of its site, and how the site is looked at. */
export type AboutSite = CallResult<"aboutSite">;
export interface SeenAs {
  readonly audience: string;
  readonly state: "draft" | "live";
  /** ISO instant; null for now. */
  readonly at: string | null;
}
export interface Asked {
  readonly audience: string;
  readonly state: "draft" | "live";
  readonly at?: string;
}
interface AboutSiteValue {
  readonly about: AboutSite;
  readonly seen: SeenAs;
  readonly setSeen: (seen: SeenAs) => void;
  /** How the site is looked at, as calls take it. */
  readonly asked: Asked;
  /** An instant as people of the site say it. */
  readonly moment: (instant: string) => string;
  /** "header 1", or words for a part that is gone. */
  readonly badge: (part: string) => string;
}

const Context = createContext<AboutSiteValue | null>(null);

export const AboutSiteProvider = ({
  about: newest,
  children,
}: {
  readonly about: AboutSite;
  readonly children: ReactNode;
}) => {
  const [seen, setSeen] = useState<SeenAs>({
    audience: "signedOut",
    state: "draft",
    at: null,
  });
  // it comes anew after each save, while one types on: what it changes may wait for the typing
  const about = useDeferredValue(newest);
  const value = useMemo(
    () => ({
      about,
      seen,
      setSeen,
      asked: {
        audience: seen.audience,
        state: seen.state,
        ...(seen.at === null ? {} : { at: seen.at }),
      },
      moment: (instant: string) => momentWords(instant, about.site.timeZone),
      badge: (part: string) => {
        const found = about.parts[part];
        return found ? badgeText(found.slot as Slot, found.number) : "a part that is gone";
      },
    }),
    [about, seen],
  );
  return <Context.Provider value={value}>{children}</Context.Provider>;
};

/** Whether who is signed in may do what needs a permission on this site; the server says so too. */
export const useMay = (permission: AboutSite["may"][number]): boolean =>
  useAboutSite().about.may.includes(permission);

export const useAboutSite = (): AboutSiteValue => {
  const value = useContext(Context);
  if (!value) throw new Error("useAboutSite: expected to be inside a AboutSiteProvider, got none");
  return value;
};
