"use client";
import { Box, TextField, ToggleButton, ToggleButtonGroup } from "@mui/material";
import { useDeferredValue, useState } from "react";
import type { HouseStyle } from "../../core/model/house-style";
import { measurePairs, styleUses } from "../../core/style/pairs";
import type { CallResult } from "../client/call";
import { useCall } from "../client/hooks";
import { Saving } from "../client/Saving";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { useFrame } from "../shell/frame";
import { Pending, Quiet, SheetHead, Trouble } from "../theme/pieces";
import { ContrastTable } from "./ContrastTable";
import { OwnFonts } from "./OwnFonts";
import { paletteSection } from "./Palette";
import { PaletteHelp } from "./PaletteHelp";
import { Sections } from "./Rows";
import { Specimen } from "./Specimen";
import { useStyleEditor } from "./style-editor";
import { TokensFile } from "./TokensFile";
import { TypedInList } from "./TypedInList";
import { Variations } from "./Variations";
import { valueSections } from "./value-sections";

const VIEWS = ["specimen", "contrast", "typedIn", "help", "variations", "file"] as const;
type View = (typeof VIEWS)[number];

/** The house style: its values at the left, what they do at the right. */
export const StyleScreen = () => {
  const { data, error } = useCall("style", {});
  const editor = useDocumentEditor(useStyleEditor, "style", data?.body as HouseStyle | undefined);
  if (!data || !editor.body) return <Pending error={error} what="Reading the house style …" />;
  return <Sheet data={data} style={editor.body} />;
};

const Sheet = ({ data, style }: { readonly data: CallResult<"style">; readonly style: HouseStyle }) => {
  const { frame } = useFrame();
  const { saving, trouble, set, apply } = useStyleEditor();
  const [query, setQuery] = useState("");
  const [view, setView] = useState<View>("specimen");
  const mayDesign = frame.role === "owner" || frame.role === "builder";
  // the count may come a moment after the colour
  const calm = useDeferredValue(style);
  const failing = measurePairs(calm, [...styleUses(calm), ...data.uses]).filter(({ passes }) => !passes);
  const names: Readonly<Record<View, string>> = {
    specimen: "Specimen",
    contrast: failing.length === 0 ? "Contrast" : `Contrast · ${failing.length}`,
    typedIn: data.typedIn.length === 0 ? "Typed in" : `Typed in · ${data.typedIn.length}`,
    help: "A new palette",
    variations: "Variations",
    file: "File",
  };
  const recolour = (colour: string, value: string) => {
    const at = style.palette.findIndex(({ id }) => id === colour);
    const { source: _, ...plain } = style.palette[at] ?? {};
    set(["palette", at], { ...plain, value });
  };
  return (
    <Box sx={{ display: "grid", gridTemplateRows: "auto minmax(0,1fr)", height: { md: "100%" } }}>
      <Box sx={{ px: 2.5, pt: 2.25 }}>
        <SheetHead title="House style" about="with the next edition">
          <Saving state={saving} />
        </SheetHead>
      </Box>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0,1fr)", md: "348px minmax(0,1fr)" },
          minHeight: 0,
        }}
      >
        <Box
          component="fieldset"
          disabled={!mayDesign}
          aria-label="Values"
          sx={{
            m: 0,
            p: 0,
            border: 0,
            borderRight: { md: 1 },
            borderColor: { md: "divider" },
            minWidth: 0,
            overflowY: { md: "auto" },
          }}
        >
          <Box sx={{ px: 2, pt: 1.5, pb: 1, borderBottom: 1, borderColor: "divider" }}>
            <TextField
              value={query}
              placeholder="Find a value"
              fullWidth
              onChange={(event) => setQuery(event.target.value)}
              slotProps={{ htmlInput: { "aria-label": "Find a value" } }}
            />
            {trouble ? <Trouble>{trouble}</Trouble> : null}
            {mayDesign ? null : <Quiet>Your role may look at the style, not change it.</Quiet>}
          </Box>
          <Sections query={query} sections={[paletteSection(style, set), ...valueSections(style, set)]} />
          {mayDesign && query.trim() === "" ? <OwnFonts style={style} apply={apply} /> : null}
        </Box>
        <Box
          sx={(theme) => ({
            background: view === "specimen" ? theme.vars?.palette.ours.desk : "none",
            minWidth: 0,
            p: 2,
            overflowY: { md: "auto" },
          })}
        >
          <ToggleButtonGroup
            exclusive
            size="small"
            value={view}
            aria-label="What to look at"
            onChange={(_, next: View | null) => setView(next ?? view)}
            sx={{
              mb: 1.5,
              flexWrap: "wrap",
              "& .MuiToggleButton-root": { py: 0.25, textTransform: "none", color: "text.primary" },
            }}
          >
            {VIEWS.filter((each) => mayDesign || (each !== "help" && each !== "variations")).map((each) => (
              <ToggleButton key={each} value={each}>
                {names[each]}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          {view === "specimen" ? <Specimen style={style} /> : null}
          {view === "contrast" ? (
            <ContrastTable style={style} partUses={data.uses} onRecolour={recolour} />
          ) : null}
          {view === "typedIn" ? <TypedInList found={data.typedIn} /> : null}
          {view === "help" ? <PaletteHelp style={style} apply={apply} /> : null}
          {view === "variations" ? <Variations style={style} apply={apply} /> : null}
          {view === "file" ? <TokensFile mayDesign={mayDesign} /> : null}
        </Box>
      </Box>
    </Box>
  );
};
