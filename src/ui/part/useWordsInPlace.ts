"use client";
import { useState } from "react";
import { setNodeOperation } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { innerId } from "../../core/design/pieces";
import { useMay } from "../client/about-site";
import { changeItems, useMenuEditor } from "../menus/menu-editor";
import { itemsWith, typedValue, type Words, type WordsPlace, wordsPlace } from "../preview/words-in-place";
import { useEditor } from "./editor";
import { takeInHand, useMenuInHand } from "./menu-in-hand";

interface Edited {
  readonly words: Words;
  readonly place: WordsPlace;
  /** Which frame, by a name of its own. */
  readonly frame: string;
}

/** Where words a frame names are kept: inside a shared piece the name of the use stands in front. */
const placeIn = (body: Part, words: Words): WordsPlace | undefined =>
  wordsPlace(body, { ...words, node: innerId(words.node) });

/** Words of what is open in the editor that are edited where they stand, in one of the frames that show it. */
export const useWordsInPlace = () => {
  const mayDesign = useMay("design");
  const [edited, setEdited] = useState<Edited | null>(null);
  const inHand = useMenuInHand();
  // a menu is opened first: what is typed must have somewhere to go
  const isReady =
    edited?.place.in === "menu" ? inHand.isOpen && inHand.menu === edited.place.menu : edited !== null;
  return {
    /** A frame was pointed at: begins to edit the words there, of the node that is selected. Else editing ends, and it is false. */
    point: (selected: string | null, pointed: string | null, frame: string): boolean => {
      const { body } = useEditor.getState();
      const words = selected !== null && pointed !== null ? { node: selected, words: pointed } : null;
      const place = mayDesign && body && words ? placeIn(body, words) : undefined;
      if (!words || !place) {
        setEdited(null);
        return false;
      }
      if (place.in === "menu") takeInHand(place.menu);
      setEdited({ words, place, frame });
      return true;
    },
    /** The words that are edited in a frame. */
    in: (frame: string): Words | null => (isReady && edited?.frame === frame ? edited.words : null),
    /** What was typed there; null when it is done. */
    typed: (words: Words, text: string | null): void => {
      const { body, id, apply } = useEditor.getState();
      const place = body ? placeIn(body, words) : undefined;
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
