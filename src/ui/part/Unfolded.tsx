"use client";
import { Box, styled } from "@mui/material";
import { Fragment, memo, useState } from "react";
import { findChoice } from "../../core/cascade/openable";
import { setByHand } from "../../core/design/by-hand";
import { valueAt } from "../../core/design/operations";
import { type Band, type Block, bandPlaceIn } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import { LINES_AT } from "../../core/layout/heading-lines";
import { BLOCK_CONTROLS, BLOCK_NAMES, FIRST_SETTINGS } from "../../messages/block-fields";
import { type FieldSpec, isOffered } from "../../messages/controls";
import { describeLines } from "../../messages/fit";
import { specsFor } from "../../messages/specs-for";
import { useMay } from "../client/about-site";
import { Field } from "../fields/Field";
import { Fold } from "../fields/Fold";
import { WidthCaptions } from "../fields/PerWidth";
import { Act, Quiet } from "../theme/pieces";
import { EmptyList } from "./EmptyList";
import { useEditor } from "./editor";
import { MenuActs } from "./MenuActs";
import { NodeActions } from "./NodeActions";
import { canUnbox } from "./node-actions";
import { OpenToPages, openLabel } from "./OpenToPages";
import { PieceActs } from "./PieceActs";
import { SETTING } from "./setting-offers";
import { kindOf, type NodeKind, Usual } from "./Usual";

/** The settings of the selected node: the most used first, the rest behind "more". */
export const Unfolded = ({ node }: { readonly node: string }) => {
  const part = useEditor((state) => state.body);
  const id = useEditor((state) => state.id);
  const mayDesign = useMay("design");
  const isSought = useEditor((state) => state.sought === node);
  const [isLong, setLong] = useState(!mayDesign);
  const more = isLong || isSought;
  const setMore = (next: boolean) => {
    setLong(next);
    if (isSought) useEditor.setState({ sought: null });
  };
  const place = part && findPlace(part, node);
  if (!part || !place) return null;
  const fits = specsFor(place).filter((spec) => isOffered(spec, place.node, bandPlaceIn(part, node)));
  const first =
    place.type === "block"
      ? Math.min(FIRST_SETTINGS, BLOCK_CONTROLS[(place.node as Block).kind].length)
      : FIRST_SETTINGS;
  const shown = more ? fits : fits.slice(0, Math.max(first, 1));
  const firstPerWidth = shown.findIndex(({ control }) => control.type === "perWidth");
  const hidden = fits.length - shown.length;
  const name =
    place.type === "block"
      ? BLOCK_NAMES[(place.node as Block).kind]
      : place.type === "cell"
        ? "Cell"
        : (place.node as Band).name || "Band";
  return (
    <Fold
      label={`Settings of ${name}`}
      title={name}
      mayChange={mayDesign}
      actions={
        mayDesign ? (
          <NodeActions node={node} type={place.type} kind={kindOf(place)} isBox={canUnbox(place)} />
        ) : null
      }
    >
      <LinesOf node={node} />
      <EmptyList node={node} mayChange={mayDesign} />
      {shown.length === 0 ? <Quiet>Nothing to set here.</Quiet> : null}
      {shown.map((spec, at) => (
        <Fragment key={`${node} ${spec.path.join(".")}`}>
          {spec.group && spec.group !== shown[at - 1]?.group ? <GroupName>{spec.group}</GroupName> : null}
          {at === firstPerWidth ? <WidthCaptions hasUnit={hasUnit(spec)} /> : null}
          <Setting
            node={node}
            kind={kindOf(place)}
            spec={spec}
            value={valueAt(place.node, spec.path)}
            openLabel={openLabel(place.node, spec.path)}
            isOpen={findChoice(part, node, spec.path) !== undefined}
          />
        </Fragment>
      ))}
      {mayDesign ? (
        <>
          {hidden > 0 || more ? (
            <Box sx={{ mt: 0.75 }}>
              <Act onClick={() => setMore(!more)}>{more ? "fewer" : `${hidden} more`}</Act>
            </Box>
          ) : null}
          {kindOf(place) === "piece" ? <PieceActs part={id} node={place.node.id} /> : null}
          {kindOf(place) === "menu" ? <MenuActs node={place.node.id} /> : null}
        </>
      ) : null}
    </Fold>
  );
};

const hasUnit = ({ control }: FieldSpec): boolean =>
  control.type === "perWidth" && control.unit !== undefined;

/** What settings stand under that are not the most used. */
const GroupName = styled("h3")(({ theme }) => ({
  margin: theme.spacing(1.25, 0, 0.25),
  paddingTop: theme.spacing(0.5),
  borderTop: `1px solid ${theme.vars?.palette.divider}`,
  fontSize: 12,
  fontWeight: 600,
}));

interface SettingProps {
  readonly node: string;
  readonly kind: NodeKind;
  readonly spec: FieldSpec;
  readonly value: unknown;
  /** Null for a setting that cannot be opened to pages. */
  readonly openLabel: string | null;
  readonly isOpen: boolean;
}

/** One setting of the selected node. What is typed into another one leaves it as it is: it is not rendered again. */
const Setting = memo(({ node, kind, spec, value, openLabel: label, isOpen }: SettingProps) => {
  const set = (next: unknown) => {
    const { body, id, apply } = useEditor.getState();
    if (body) apply(setByHand(body, id, node, spec.path, next));
  };
  return (
    <Field
      mark={{ [SETTING]: spec.path.join(".") }}
      spec={spec}
      value={value}
      onChange={set}
      signs={
        <>
          <Usual kind={kind} spec={spec} value={value} onReset={set} />
          {label === null ? null : <OpenToPages node={node} path={spec.path} label={label} isOpen={isOpen} />}
        </>
      }
    />
  );
});

/** "1 line at 1280 px, 2 at 820, 3 at 390", of a heading. */
const LinesOf = ({ node }: { readonly node: string }) => {
  const headings = useEditor((state) => state.headings);
  const words = describeLines(headings.find((each) => each.node === node)?.lines ?? [], LINES_AT);
  return words === "" ? null : <Quiet style={{ fontSize: 12 }}>{words}</Quiet>;
};
