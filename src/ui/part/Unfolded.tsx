"use client";
import { Box } from "@mui/material";
import { useSnackbar } from "notistack";
import { useState } from "react";
import { findChoice } from "../../core/cascade/openable";
import { LINES_AT } from "../../core/layout/heading-lines";
import { setNodeOperation, valueAt } from "../../core/model/operations";
import type { Band, Block, Part } from "../../core/model/part";
import { findPlace, type NodePlace } from "../../core/model/tree";
import { describeLines } from "../../messages/fit";
import { BLOCK_NAMES } from "../../messages/words";
import { useFrame } from "../shell/frame";
import { Act, Quiet } from "../theme/pieces";
import { BLOCK_CONTROLS, FIRST_SETTINGS } from "./block-controls";
import { copyLook, copyNode, pasteLook, pasteNode } from "./clipboard";
import { useEditor } from "./editor";
import { Field } from "./Field";
import { Fold } from "./Fold";
import { addCell, canUnbox, duplicateNode, putInBox, removeSelected, unbox } from "./node-actions";
import { OpenToPages } from "./OpenToPages";
import { MakePiece, PieceActs } from "./PieceActs";
import { specsFor } from "./specs-for";
import { Usual } from "./Usual";

/** The settings of the selected node: the most used first, the rest behind "more". */
export const Unfolded = ({ part, node }: { readonly part: Part; readonly node: string }) => {
  const { id, apply } = useEditor();
  const [more, setMore] = useState(false);
  const place = findPlace(part, node);
  if (!place) return null;
  const set = (path: readonly string[], value: unknown) =>
    apply([setNodeOperation(useEditor.getState().body as Part, id, node, path, value)]);
  const fits = specsFor(place).filter(
    (spec) => !spec.when || valueAt(place.node, spec.when[0]) === spec.when[1],
  );
  const first =
    place.type === "block"
      ? Math.min(FIRST_SETTINGS, BLOCK_CONTROLS[(place.node as Block).kind].length)
      : FIRST_SETTINGS;
  const shown = more ? fits : fits.slice(0, Math.max(first, 1));
  const hidden = fits.length - shown.length;
  const name =
    place.type === "block"
      ? BLOCK_NAMES[(place.node as Block).kind]
      : place.type === "cell"
        ? "Cell"
        : (place.node as Band).name || "Band";
  return (
    <Fold label={`Settings of ${name}`} title={name}>
      <LinesOf node={node} />
      {shown.length === 0 ? <Quiet>Nothing to set here.</Quiet> : null}
      {shown.map((spec) => (
        <Box
          key={`${node} ${spec.path.join(".")}`}
          sx={{
            display: "grid",
            gridTemplateColumns: findChoice(part, node, spec.path) ? "minmax(0,1fr)" : "minmax(0,1fr) auto",
            alignItems: "center",
          }}
        >
          <Field
            spec={spec}
            value={valueAt(place.node, spec.path)}
            onChange={(value) => set(spec.path, value)}
          />
          <OpenToPages part={part} node={place.node} path={spec.path} />
          <Usual place={place} spec={spec} onReset={(value) => set(spec.path, value)} />
        </Box>
      ))}
      <Box sx={{ mt: 0.75, display: "flex", flexWrap: "wrap", columnGap: 2 }}>
        {hidden > 0 || more ? (
          <Act onClick={() => setMore(!more)}>{more ? "fewer" : `${hidden} more`}</Act>
        ) : null}
        <Act onClick={() => duplicateNode(place)}>Duplicate</Act>
        {place.type === "block" ? <Act onClick={() => putInBox(place)}>Put a box round it</Act> : null}
        {place.type === "block" && (place.node as Block).kind !== "piece" ? (
          <MakePiece nodes={[node]} />
        ) : null}
        {canUnbox(place) ? <Act onClick={() => unbox(place)}>Remove box, keep contents</Act> : null}
        <Act onClick={() => removeSelected(place)}>Remove</Act>
      </Box>
      {place.type === "block" && (place.node as Block).kind === "piece" ? (
        <PieceActs part={id} node={place.node.id} />
      ) : null}
      <CopyActs place={place} />
      {place.type === "band" ? (
        <Box sx={{ mt: 0.5 }}>
          <Act onClick={() => addCell(place.node as Band)}>Add a cell</Act>
        </Box>
      ) : null}
    </Fold>
  );
};

/** "1 line at 1280 px, 2 at 820, 3 at 390", of a heading. */
const LinesOf = ({ node }: { readonly node: string }) => {
  const { headings } = useEditor();
  const words = describeLines(headings.find((each) => each.node === node)?.lines ?? [], LINES_AT);
  return words === "" ? null : <Quiet style={{ fontSize: 12 }}>{words}</Quiet>;
};

/** Copies go to other parts and other sites too; the same by Ctrl C, X and V in the list. */
const CopyActs = ({ place }: { readonly place: NodePlace }) => {
  const { frame } = useFrame();
  const say = useSnackbar().enqueueSnackbar;
  const tell = (isDone: boolean, words: string) => {
    if (!isDone) say(words);
  };
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 2 }}>
      <Act onClick={() => copyNode(place, frame.palette)}>Copy</Act>
      <Act onClick={() => tell(pasteNode(place), "Nothing was copied that goes here.")}>Paste behind it</Act>
      <Act onClick={() => copyLook(place)}>Copy look</Act>
      <Act onClick={() => tell(pasteLook(place), "No look of such a piece was copied.")}>Paste look</Act>
    </Box>
  );
};
