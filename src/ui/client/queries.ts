"use client";
import { QueryClient } from "@tanstack/react-query";

/**
 * What the studio asks and does goes out whatever the browser thinks of its connection: it takes one for lost that only
 * changed, and the server may run on this computer. What cannot be reached is asked again by `useCall`; what cannot be
 * done is said.
 */
export const newQueries = (): QueryClient =>
  new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: 10_000,
        refetchOnWindowFocus: false,
        networkMode: "always",
        refetchOnReconnect: true,
      },
      mutations: { networkMode: "always" },
    },
  });

/** How long answers are waited for that nobody needs in order to go on, in milliseconds. */
const PATIENCE = 1000;

/** Resolves with the answers, or without them when they take longer; what goes wrong with them is said where they are. */
export const inPatience = (answers: Promise<unknown>): Promise<void> =>
  new Promise((resolve) => {
    const timer = setTimeout(resolve, PATIENCE);
    const go = () => {
      clearTimeout(timer);
      resolve();
    };
    answers.then(go, go);
  });
