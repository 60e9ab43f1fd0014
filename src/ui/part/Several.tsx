"use client";
import { Box } from "@mui/material";
import { useState } from "react";
import { setByHand } from "../../core/design/by-hand";
import { valueAt } from "../../core/design/operations";
import { bandPlaceIn, type Part } from "../../core/design/part";
import { findPlace, type NodePlace } from "../../core/design/tree";
import { sameValue } from "../../core/model/canonical";
import { isOffered } from "../../messages/controls";
import { commonSpecs } from "../../messages/specs-for";
import { count } from "../../messages/words";
import { useMay } from "../client/about-site";
import { Field } from "../fields/Field";
import { Fold } from "../fields/Fold";
import { Quiet } from "../theme/pieces";
import { type Action, ActionsMenu } from "./ActionsMenu";
import { useEditor } from "./editor";
import { duplicateAll, putAllInBox, removeAll, standTogether } from "./node-actions";
import { MakePiece } from "./PieceActs";

const TYPE_WORDS = { band: "band", cell: "cell", block: "block" } as const;

/** Several nodes selected: what they have in common is set for all at once. */
export const Several = ({ nodes }: { readonly nodes: readonly string[] }) => {
  const part = useEditor((state) => state.body);
  const { id, apply } = useEditor.getState();
  const mayDesign = useMay("design");
  const places = nodes.flatMap((node) => (part ? (findPlace(part, node) ?? []) : []));
  const [first] = places;
  if (!first) return null;
  const words = count(places.length, TYPE_WORDS[first.type]);
  const specs = commonSpecs(places).filter((spec) =>
    places.every(({ node }) => part && isOffered(spec, node, bandPlaceIn(part, node.id))),
  );
  return (
    <Fold
      label={`Settings of ${words}`}
      title={`${words} selected`}
      mayChange={mayDesign}
      actions={mayDesign ? <SeveralActions places={places} /> : null}
    >
      {specs.map((spec) => {
        const values = places.map(({ node }) => valueAt(node, spec.path));
        const isSame = values.every((value) => sameValue(value, values[0]));
        return (
          <Box key={spec.path.join(".")}>
            <Field
              spec={spec}
              value={values[0]}
              onChange={(value) => {
                const now = useEditor.getState().body as Part;
                apply(nodes.flatMap((node) => setByHand(now, id, node, spec.path, value)));
              }}
            />
            {isSame ? null : (
              <Quiet style={{ display: "block", fontSize: 12, paddingLeft: 122 }}>
                they differ; this is the first one's
              </Quiet>
            )}
          </Box>
        );
      })}
    </Fold>
  );
};

const SeveralActions = ({ places }: { readonly places: readonly NodePlace[] }) => {
  const isPart = useEditor((state) => state.editedKind === "part");
  const [isNaming, setNaming] = useState(false);
  const isTogether = standTogether(places);
  const actions: readonly (Action | false)[] = [
    { words: "Duplicate", run: () => duplicateAll(places) },
    isTogether && { words: "Put a box round them", run: () => putAllInBox(places) },
    isTogether && isPart && { words: "Make it a shared piece …", run: () => setNaming(true) },
    { words: "Remove", run: () => removeAll(places) },
  ];
  return (
    <>
      <ActionsMenu actions={actions.filter((each) => each !== false)} />
      {isNaming ? (
        <MakePiece nodes={places.map(({ node }) => node.id)} onClose={() => setNaming(false)} />
      ) : null}
    </>
  );
};
