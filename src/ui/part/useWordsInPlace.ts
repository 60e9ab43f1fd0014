"use client";
import { useState } from "react";
import { setNodeOperation } from "../../core/model/operations";
import { innerId } from "../../core/model/pieces";
import { changeItems, useMenuEditor } from "../menus/menu-editor";
import { useEditor } from "./editor";
import { takeInHand, useMenuInHand } from "./menu-in-hand";
import { itemsWith, typedValue, type Words, type WordsPlace, wordsPlace } from "./words-in-place";

interface Edited {
  readonly words: Words;
  readonly place: WordsPlace;
  /** Which frame, by a name of its own. */
  readonly frame: string;
}

/** Words of what is open in the editor that are edited where they stand, in one of the frames that show it. */
export const useWordsInPlace = () => {
  const [edited, setEdited] = useState<Edited | null>(null);
  const inHand = useMenuInHand();
  // a menu is opened first: what is typed must have somewhere to go
  const isReady =
    edited?.place.in === "menu" ? inHand.isOpen && inHand.menu === edited.place.menu : edited !== null;
  return {
    /** Begins to edit words a frame was pointed at; false if there are no such words here. */
    begin: (words: Words, frame: string): boolean => {
      const { body } = useEditor.getState();
      const place = body ? wordsPlace(body, { ...words, node: innerId(words.node) }) : undefined;
      if (!place) return false;
      if (place.in === "menu") takeInHand(place.menu);
      setEdited({ words, place, frame });
      return true;
    },
    end: () => setEdited(null),
    /** The words that are edited in a frame. */
    in: (frame: string): Words | null => (isReady && edited?.frame === frame ? edited.words : null),
    /** What was typed there; null when it is done. */
    typed: (words: Words, text: string | null): void => {
      const { body, id, apply } = useEditor.getState();
      const place = body ? wordsPlace(body, { ...words, node: innerId(words.node) }) : undefined;
      if (text === null || !body || !place) {
        setEdited(null);
        return;
      }
      if (place.in === "menu") {
        if (useMenuEditor.getState().id === place.menu) changeItems((items) => itemsWith(items, place, text));
        return;
      }
      const value = typedValue(place, text);
      if (value !== undefined) apply([setNodeOperation(body, id, place.node, place.path, value)]);
    },
  };
};
