"use client";
import { Box, Typography } from "@mui/material";
import { useParams, useSearchParams } from "next/navigation";
import { useEffect, useMemo } from "react";
import type { Piece } from "../../core/design/design";
import type { Part } from "../../core/design/part";
import { innerId } from "../../core/design/pieces";
import { findPlace } from "../../core/design/tree";
import { count } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { useMenuEditor } from "../menus/menu-editor";
import { useEditor } from "../part/editor";
import { HeadLine } from "../part/HeadLine";
import { useMenuInstead } from "../part/menu-in-hand";
import { ListAndDesk } from "../part/PartScreen";
import { useWordsInPlace } from "../part/useWordsInPlace";
import { PreviewFrame } from "../preview/PreviewFrame";
import type { Talk } from "../preview/preview-talk";
import { usePreview } from "../preview/usePreview";
import { useRoom } from "../preview/useRoom";
import { Saving } from "../shell/Saving";
import { SheetLink } from "../shell/SheetLink";
import { Pending, Quiet, Trouble } from "../theme/pieces";

const WIDE = 1280;
const NARROWER = [820, 390] as const;

/** A shared piece, edited where it stands: its list at the left, a part that uses it at the right. */
export const PieceScreen = () => {
  const { piece: id } = useParams<{ piece: string }>();
  const from = useSearchParams().get("in");
  const site = useSite();
  const { badge } = useAboutSite();
  const { data, error } = useCall("piece", { piece: id });
  const open = useEditor((state) => state.id);
  const body = useEditor((state) => state.body);
  useEffect(() => useEditor.setState({ editedKind: "piece" }), []);
  useDocumentEditor(useEditor, id, data?.id === id ? (data.body as unknown as Part) : undefined);
  if (!data || !body || open !== id) return <Pending error={error} what="Opening the piece …" />;
  const shown = data.parts.find((each) => each.id === from) ?? data.parts[0];
  return (
    <Box sx={{ display: "grid", gridTemplateRows: "auto minmax(0,1fr)", height: { md: "100%" } }}>
      <HeadLine>
        <Typography variant="h1">{data.body.name}</Typography>
        <Quiet>
          shared piece · used in {count(data.uses.length, "place")}: a change here changes all of them
        </Quiet>
        <Box sx={{ ml: "auto", display: "flex", alignItems: "center", gap: 2 }}>
          <Saving of={useEditor} and={useMenuEditor} />
          {shown ? <SheetLink href={partPath(shown.id, site)}>Back to {badge(shown.id)}</SheetLink> : null}
        </Box>
      </HeadLine>
      <ListAndDesk>
        <Box sx={{ p: 2 }}>
          {shown ? (
            <InPart piece={id} body={body as unknown as Piece} part={shown} />
          ) : (
            <Quiet>
              No part uses it yet. Add it to a part by the name “Shared piece”, and it is seen here.
            </Quiet>
          )}
        </Box>
      </ListAndDesk>
    </Box>
  );
};

/** The piece as it is being edited, inside a part that uses it, at three widths. */
const InPart = ({
  piece,
  body,
  part,
}: {
  readonly piece: string;
  readonly body: Piece;
  readonly part: CallResult<"piece">["parts"][number];
}) => {
  const { about, asked } = useAboutSite();
  const { selected, also, select, selectAlso } = useEditor();
  const { data } = useCall("previewPages", { part: part.id });
  const { desk, room } = useRoom();
  const edited = useMemo(() => ({ id: part.id, part: part.body as Part }), [part]);
  const menu = useMenuInstead();
  const instead = useMemo(() => ({ ...menu, pieces: { [piece]: body } }), [piece, body, menu]);
  const page = data?.pages[0];
  const preview = usePreview(page?.identity ?? null, edited, asked, 3, { instead });
  const scale = Math.min(0.62, room / (WIDE + 4));
  const { slot } = edited.part;
  const words = useWordsInPlace();
  const pointedAt =
    (frame: string): Talk["onPointed"] =>
    (nodes, at, isAdding, pointed) => {
      if (at !== slot) return;
      const own = nodes.filter((node) => findPlace(body, innerId(node)));
      const [innermost] = own;
      if (isAdding && innermost) return selectAlso(innerId(innermost));
      const isSelected = innermost !== undefined && innerId(innermost) === selected && nodes[0] === innermost;
      if (words.point(isSelected ? innermost : null, pointed, frame)) return;
      const all = own.map(innerId);
      const place = selected === null ? -1 : all.indexOf(selected);
      select(all[place + 1] ?? all[0] ?? null);
    };
  const at = (width: number, height: number) => (
    <PreviewFrame
      key={width}
      origin={about.site.previewOrigin}
      source={preview.tie}
      width={width}
      height={height}
      scale={scale}
      title={`${page?.title ?? "Page"} at ${width} px`}
      slot={slot}
      selected={selected}
      also={also}
      onDrawn={preview.onDrawn}
      editing={words.in(String(width))}
      onTyped={words.typed}
      onPointed={pointedAt(String(width))}
    />
  );
  return (
    <Box ref={desk} sx={{ overflow: "hidden" }}>
      {preview.trouble ? <Trouble>{preview.trouble}</Trouble> : null}
      {at(WIDE, 300)}
      <Box sx={{ mt: 1.25, display: "flex", gap: 1.25 }}>{NARROWER.map((width) => at(width, 240))}</Box>
    </Box>
  );
};
