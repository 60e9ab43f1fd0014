"use client";
import { useEffect, useRef } from "react";
import { create } from "zustand";

/** Something that can be gone to or done by its name. */
export interface Offer {
  readonly key: string;
  readonly title: string;
  /** What or where it is, said beside it. */
  readonly detail: string;
  /** What people call it who do not know its name. */
  readonly also?: string;
  /** Where it leads; it is remembered among the latest. */
  readonly href?: string;
  /** What it does. */
  readonly act?: () => void;
}

/** What a screen of the studio is called where it is offered. */
export const SCREEN = "screen";

type Offers = readonly Offer[] | Promise<readonly Offer[]>;

interface Offered {
  readonly by: ReadonlyMap<string, () => Offers>;
}
const useOffered = create<Offered>(() => ({ by: new Map() }));

/** Offers what a screen has while it is open, or will have in a moment; asked when somebody looks for something, not before. */
export const useOffers = (from: string, offers: () => Offers): void => {
  const latest = useRef(offers);
  latest.current = offers;
  useEffect(() => {
    useOffered.setState(({ by }) => ({ by: new Map(by).set(from, () => latest.current()) }));
    return () =>
      useOffered.setState(({ by }) => ({ by: new Map([...by].filter(([each]) => each !== from)) }));
  }, [from]);
};

/** All that is offered now; what comes later is told when it is there. What cannot be told is not offered. */
export const allOffers = (onLater: (offers: readonly Offer[]) => void): readonly Offer[] =>
  [...useOffered.getState().by.values()].flatMap((ask) => {
    const offers = ask();
    if (!(offers instanceof Promise)) return offers;
    offers.then(onLater, () => undefined);
    return [];
  });

/** Offers that have every word typed, one of them in their own name, those first whose name begins with what is typed, then those whose name has it. */
export const offersCalled = (offers: readonly Offer[], typed: string): readonly Offer[] => {
  const sought = typed.trim().toLowerCase();
  if (sought === "") return [];
  const words = sought.split(/\s+/);
  const rankOf = ({ title, detail, also = "" }: Offer): number => {
    const name = title.toLowerCase();
    const called = `${name} ${also}`.toLowerCase();
    const all = `${called} ${detail}`.toLowerCase();
    // what merely stands somewhere that is called so is not meant
    if (!words.every((word) => all.includes(word)) || !words.some((word) => called.includes(word))) return 3;
    if (name.startsWith(sought)) return 0;
    return words.every((word) => name.includes(word)) ? 1 : 2;
  };
  const ranked = offers.map((offer) => ({ offer, rank: rankOf(offer) })).filter(({ rank }) => rank < 3);
  return ranked.sort((a, b) => a.rank - b.rank).map(({ offer }) => offer);
};
