"use client";
import { useEffect, useRef } from "react";

/** The spelling of a pressed key: `ctrl+shift+z`, `?`, `arrowdown`. On a Mac, ⌘ counts as Ctrl. */
export const keyOf = (event: KeyboardEvent | React.KeyboardEvent): string => {
  const key = event.key.toLowerCase();
  const named = key.length > 1 || /[a-z0-9]/.test(key);
  return [
    event.ctrlKey || event.metaKey ? "ctrl" : "",
    event.altKey ? "alt" : "",
    event.shiftKey && named ? "shift" : "",
    key,
  ]
    .filter((part) => part !== "")
    .join("+");
};

/** Whether keys and pastes go to a field. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName));

/** Keys of the whole screen. While someone types, only those with Ctrl work, and not those a field has itself. */
export const useKeys = (keys: Readonly<Record<string, () => unknown>>): void => {
  const current = useRef(keys);
  current.current = keys;
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const name = keyOf(event);
      const act = current.current[name];
      if (
        !act ||
        (isTyping(event.target) && (!name.startsWith("ctrl+") || name.endsWith("+z") || name.endsWith("+y")))
      )
        return;
      event.preventDefault();
      act();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
};

/** Single-letter keys can be switched off (WCAG 2.1.4 Character Key Shortcuts). */
const SWITCH = "gray-latch-letter-keys";
export const letterKeysOn = (): boolean =>
  typeof window === "undefined" || window.localStorage.getItem(SWITCH) !== "off";
export const setLetterKeys = (on: boolean): void => window.localStorage.setItem(SWITCH, on ? "on" : "off");
