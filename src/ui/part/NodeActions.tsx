"use client";
import { useSnackbar } from "notistack";
import { memo, useState } from "react";
import type { Band } from "../../core/design/part";
import { findPlace, type NodePlace } from "../../core/design/tree";
import { useAboutSite } from "../client/about-site";
import { type Action, ActionsMenu } from "./ActionsMenu";
import { copyLook, copyNode, pasteLook, pasteNode } from "./clipboard";
import { useEditor } from "./editor";
import { addCell, duplicateNode, putInBox, removeAndGoOn, unbox } from "./node-actions";
import { MakePiece } from "./PieceActs";
import type { NodeKind } from "./Usual";

/** Does something with a node as it is now. */
const withPlace = <T,>(node: string, act: (place: NodePlace) => T): T | undefined => {
  const { body } = useEditor.getState();
  const place = body && findPlace(body, node);
  return place ? act(place) : undefined;
};

interface NodeActionsProps {
  readonly node: string;
  readonly type: NodePlace["type"];
  readonly kind: NodeKind;
  readonly isBox: boolean;
}

/** What can be done with the selected node. Copies go to other parts and other sites too. */
export const NodeActions = memo(({ node, type, kind, isBox }: NodeActionsProps) => {
  const { about } = useAboutSite();
  const say = useSnackbar().enqueueSnackbar;
  const isPart = useEditor((state) => state.editedKind === "part");
  const [isNaming, setNaming] = useState(false);
  const on = (act: (place: NodePlace) => unknown) => () => void withPlace(node, act);
  const orSay = (act: (place: NodePlace) => boolean, words: string) => () => {
    if (!withPlace(node, act)) say(words);
  };
  const isBlock = type === "block";
  const actions: readonly (Action | false)[] = [
    { words: "Duplicate", keys: "Ctrl D", run: on(duplicateNode) },
    type === "band" && { words: "Add a cell", keys: "C", run: on((place) => addCell(place.node as Band)) },
    isBlock && { words: "Put a box round it", run: on(putInBox) },
    isBox && { words: "Remove box, keep contents", run: on(unbox) },
    isBlock &&
      isPart &&
      kind !== "piece" && { words: "Make it a shared piece …", run: () => setNaming(true) },
    { words: "Copy", keys: "Ctrl C", run: on((place) => copyNode(place, about)) },
    {
      words: "Paste behind it",
      keys: "Ctrl V",
      run: orSay((place) => pasteNode(about, place), "Nothing was copied that goes here."),
    },
    { words: "Copy look", run: on(copyLook) },
    { words: "Paste look", run: orSay(pasteLook, "No look of such a piece was copied.") },
    { words: "Remove", keys: "Delete", run: on(removeAndGoOn) },
  ];
  return (
    <>
      <ActionsMenu actions={actions.filter((each) => each !== false)} />
      {isNaming ? <MakePiece nodes={[node]} onClose={() => setNaming(false)} /> : null}
    </>
  );
});
