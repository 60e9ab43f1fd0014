"use client";
import { Box, TextField } from "@mui/material";
import { useEffect, useRef } from "react";
import type { EverySitesStyle, HouseStyle, TypeStyle } from "../../core/model/house-style";
import { namedStyle, ownStyleId, textLookOf } from "../../core/model/text-looks";
import { TYPE_STYLE_NAMES } from "../../messages/words";
import { tellOthers } from "../client/document-editor";
import { useCall, useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { useStyleEditor } from "../client/style-editor";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { Pending, Quiet } from "../theme/pieces";
import { TypeFields } from "./TypeFields";

interface Props {
  readonly name: TypeStyle;
  readonly isNew: boolean;
  readonly onMade: (made: TypeStyle) => void;
}

/** One text style of the house style, edited where it is worn; a new one begins as that of the name. */
export const TextStyleInHand = (props: Props) => {
  const site = useSite();
  const { data, error } = useCall("style", {});
  useDocumentEditor(useStyleEditor, "style", data?.body as HouseStyle | undefined, leafPath("style", site));
  const style = useStyleEditor(({ body, site: of }) => (of === site ? body : null));
  if (!data || !style) return <Pending error={error} what="Reading the house style …" />;
  return props.isNew ? <Making {...props} style={style} /> : <Fields {...props} style={style} />;
};

/** An id no text style has. */
const freeId = ({ textStyles }: HouseStyle): string => {
  const taken = new Set(textStyles.map(({ id }) => id));
  let number = textStyles.length + 1;
  while (taken.has(`t${number}`)) number += 1;
  return `t${number}`;
};

/** A text style of the site's own, as one there is. */
export const madeLike = (style: HouseStyle, name: TypeStyle): HouseStyle["textStyles"][number] => ({
  id: freeId(style),
  name: "New text style",
  look: textLookOf(style, name),
});

const Making = ({ name, style, onMade }: Props & { readonly style: HouseStyle }) => {
  const set = useStyleEditor((editor) => editor.set);
  const isMade = useRef(false);
  useEffect(() => {
    if (isMade.current) return;
    isMade.current = true;
    const made = madeLike(style, name);
    // it is there before anything wears it
    if (set(["textStyles"], [...style.textStyles, made]))
      void useStyleEditor
        .getState()
        .flush()
        .then(() => onMade(namedStyle(made.id)));
  }, [name, onMade, set, style]);
  return null;
};

const Fields = ({ name, style }: Props & { readonly style: HouseStyle }) => {
  const site = useSite();
  const set = useStyleEditor((editor) => editor.set);
  const saving = useStyleEditor((editor) => editor.saving);
  // previews show the style that is saved: they ask again
  useEffect(() => {
    if (saving === "saved") tellOthers(site, { style: true });
  }, [saving, site]);
  const id = ownStyleId(name);
  const at = style.textStyles.findIndex((own) => own.id === id);
  const own = style.textStyles[at];
  if (id !== undefined && !own) return <Quiet>This text style is gone. Choose another one.</Quiet>;
  const words = own ? own.name : TYPE_STYLE_NAMES[name as EverySitesStyle];
  const path = own ? ["textStyles", at, "look"] : ["type", name];
  return (
    <Box sx={{ display: "grid", gap: 1 }}>
      {own ? (
        <TextField
          label="Name of the text style"
          value={own.name}
          onChange={(event) => {
            const next = event.target.value.slice(0, 80);
            if (next !== "") set(["textStyles", at, "name"], next);
          }}
        />
      ) : (
        <strong>{words}</strong>
      )}
      <TypeFields
        name={words}
        look={textLookOf(style, name)}
        onChange={(field, value) => set([...path, field], value)}
      />
      <Quiet style={{ fontSize: 12 }}>It changes wherever it is worn, with the next edition.</Quiet>
    </Box>
  );
};
