"use client";
import { Box, Button, TextField, Typography } from "@mui/material";
import { useParams, useRouter } from "next/navigation";
import { useState } from "react";
import { insertAfter, rowsOf } from "../../core/menus/item-tree";
import type { Menu } from "../../core/model/menu";
import { unmeasuredWords } from "../../messages/fit";
import { count, digits } from "../../messages/words";
import { useAboutSite, useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { leafPath, partPath } from "../client/paths";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { useUndoNotice } from "../client/useUndoNotice";
import { FitBar, FitScale } from "../fit/FitBar";
import { PartBadge } from "../shell/PartBadge";
import { Saving, SavingTrouble } from "../shell/Saving";
import { SheetLink } from "../shell/SheetLink";
import { Act, Mono, Pending, Quiet, Row, Rows, SheetHead } from "../theme/pieces";
import { ItemTree } from "./ItemTree";
import { addItem, blankItem } from "./LabelField";
import { changeItems, useMenuEditor } from "./menu-editor";

type Data = CallResult<"menu">;

/** One menu: its tree at the left, where it is used and what it lacks at the right. */
export const MenuScreen = () => {
  const { menu: id } = useParams<{ menu: string }>();
  const { data, error } = useCall("menu", { menu: id });
  const editor = useMenuEditor();
  useDocumentEditor(useMenuEditor, id, data?.id === id ? (data.body as Menu) : undefined);
  if (!data || !editor.body || editor.id !== id) return <Pending error={error} what="Opening the menu …" />;
  return <Sheet data={data} body={editor.body} />;
};

const Sheet = ({ data, body }: { readonly data: Data; readonly body: Menu }) => {
  const set = useMenuEditor((editor) => editor.set);
  const [selected, setSelected] = useState<string | null>(null);
  const mayDesign = useMay("design");
  const add = (label: string, target: NonNullable<Menu["items"][number]["target"]>) => {
    const item = { ...blankItem(label.slice(0, 200)), target };
    changeItems((items) => insertAfter(items, selected, [item]));
    setSelected(item.id);
  };
  return (
    <Box sx={{ px: 2.5, py: 2.25 }}>
      <SheetHead title={body.name} about={count(rowsOf(body.items).length, "item")}>
        <Saving of={useMenuEditor} />
        {mayDesign ? <Remove id={data.id} name={body.name} /> : null}
      </SheetHead>
      <SavingTrouble of={useMenuEditor} />
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0,1fr)", md: "minmax(0,1fr) minmax(0,460px)" },
          gap: 4,
          pt: 1.5,
        }}
      >
        <Box component="fieldset" disabled={!mayDesign} sx={{ m: 0, p: 0, border: 0, minWidth: 0 }}>
          <TextField
            label="Name"
            value={body.name}
            onChange={(event) => {
              if (event.target.value !== "") set(["name"], event.target.value);
            }}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 120 } }}
            sx={{ width: 260, mb: 1.5 }}
          />
          <ItemTree
            items={body.items}
            data={data}
            selected={selected}
            onSelect={setSelected}
            isOpen={mayDesign}
          />
          <Box sx={{ display: "flex", flexWrap: "wrap", gap: 2, pt: 1 }}>
            <Act type="button" onClick={() => addItem(blankItem("New item"), selected, setSelected)}>
              + item
            </Act>
            <Quiet>Enter adds one below, Alt and an arrow moves, lines of text can be pasted.</Quiet>
          </Box>
        </Box>
        <Box sx={{ minWidth: 0, display: "grid", gap: 3, alignContent: "start" }}>
          <Uses uses={data.uses} />
          <Missing pages={data.missing} mayAdd={mayDesign} onAdd={add} />
        </Box>
      </Box>
    </Box>
  );
};

const Remove = ({ id, name }: { readonly id: string; readonly name: string }) => {
  const remove = useAct("removeMenu");
  const router = useRouter();
  const site = useSite();
  const notice = useUndoNotice();
  return (
    <Button
      variant="text"
      color="inherit"
      disabled={remove.isPending}
      onClick={async () => {
        await useMenuEditor.getState().flush();
        await remove.mutateAsync({ menu: id });
        router.push(leafPath("menus", site));
        notice(`The menu “${name}” is gone from the draft.`);
      }}
    >
      Remove the menu
    </Button>
  );
};

const Uses = ({ uses }: { readonly uses: Data["uses"] }) => {
  const site = useSite();
  const { about } = useAboutSite();
  return (
    <Box component="section" aria-labelledby="uses">
      <Typography id="uses" variant="h2">
        Where it is shown
      </Typography>
      {uses.length === 0 ? (
        <Quiet>In no part yet. Add the block Menu to a header or a footer and choose this menu there.</Quiet>
      ) : null}
      {uses.map((use) => (
        <Box key={use.node} sx={{ py: 1.25, borderBottom: 1, borderColor: "divider" }}>
          <Box sx={{ display: "flex", gap: 1, alignItems: "baseline", flexWrap: "wrap" }}>
            <PartBadge part={use.part} withName />
            <SheetLink href={`${partPath(use.part, site)}?node=${use.node}`}>
              {use.band || "its band"}
            </SheetLink>
            <Quiet style={{ marginLeft: "auto" }}>{fitWords(use)}</Quiet>
          </Box>
          {use.isRow && use.stretches.length > 0 ? (
            <Box sx={{ mt: 0.5 }}>
              <FitBar
                label={use.band || "Band"}
                slot={about.parts[use.part]?.slot ?? "header"}
                stretches={use.stretches}
              />
              <FitScale />
            </Box>
          ) : null}
        </Box>
      ))}
    </Box>
  );
};

const fitWords = ({ isRow, edge, isExact, flowing }: Data["uses"][number]): string => {
  if (!isRow) return "one below the other";
  if (!isExact) return unmeasuredWords(flowing);
  return edge === null ? "never fits in one row" : `fits in one row from ${digits(edge)} px`;
};

const Missing = ({
  pages,
  mayAdd,
  onAdd,
}: {
  readonly pages: Data["missing"];
  readonly mayAdd: boolean;
  readonly onAdd: (label: string, target: { identity: string }) => void;
}) =>
  pages.length === 0 ? null : (
    <Box component="section" aria-labelledby="missing">
      <Typography id="missing" variant="h2">
        Pages it does not have
      </Typography>
      <Rows>
        {pages.map(({ identity, title, path }) => (
          <Row key={identity}>
            <span>{title}</span>
            <Mono style={{ opacity: 0.75 }}>{path}</Mono>
            {mayAdd ? (
              <Act
                style={{ marginLeft: "auto" }}
                aria-label={`Add ${title}`}
                onClick={() => onAdd(title, { identity })}
              >
                Add
              </Act>
            ) : null}
          </Row>
        ))}
      </Rows>
    </Box>
  );
