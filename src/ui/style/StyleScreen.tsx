"use client";
import { Box, TextField, ToggleButton, ToggleButtonGroup } from "@mui/material";
import { useSearchParams } from "next/navigation";
import { memo, useDeferredValue, useEffect, useState } from "react";
import type { HouseStyle } from "../../core/model/house-style";
import { measurePairs, styleUses } from "../../core/style/pairs";
import { useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useCall } from "../client/hooks";
import { useStyleEditor } from "../client/style-editor";
import { useDocumentEditor } from "../client/useDocumentEditor";
import { ValueColumn, ValueSheet } from "../fields/ValueColumn";
import { Saving, SavingTrouble } from "../shell/Saving";
import { Pending, Quiet, SheetHead } from "../theme/pieces";
import { ContrastTable } from "./ContrastTable";
import { OwnFonts } from "./OwnFonts";
import { paletteSection } from "./Palette";
import { PaletteHelp } from "./PaletteHelp";
import { Sections } from "./Rows";
import { Specimen } from "./Specimen";
import { TokensFile } from "./TokensFile";
import { TypedInList } from "./TypedInList";
import { Variations } from "./Variations";
import { valueSections } from "./value-sections";

const VIEWS = ["specimen", "contrast", "typedIn", "help", "variations", "file"] as const;
type View = (typeof VIEWS)[number];

/** The house style: its values at the left, what they do at the right. Each part follows the style by itself. */
export const StyleScreen = () => {
  const { data, error } = useCall("style", {});
  useDocumentEditor(useStyleEditor, "style", data?.body as HouseStyle | undefined);
  const isOpen = useStyleEditor(({ body }) => body !== null);
  if (!data || !isOpen) return <Pending error={error} what="Reading the house style …" />;
  return <Sheet data={data} />;
};

/** The style as it is being edited. */
const useStyle = (): HouseStyle => useStyleEditor(({ body }) => body) as HouseStyle;

const Sheet = ({ data }: { readonly data: CallResult<"style"> }) => {
  const asked = useSearchParams().get("look");
  const [view, setView] = useState<View>(VIEWS.find((each) => each === asked) ?? "specimen");
  const mayDesign = useMay("design");
  return (
    <Box sx={{ display: "grid", gridTemplateRows: "auto minmax(0,1fr)", height: { md: "100%" } }}>
      <Box sx={{ px: 2.5, pt: 2.25 }}>
        <SheetHead title="House style" about="with the next edition">
          <Saving of={useStyleEditor} />
        </SheetHead>
      </Box>
      <ValueSheet>
        <Values mayDesign={mayDesign} />
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
                {each === "contrast" ? <ContrastName uses={data.uses} /> : VIEW_NAMES[each]}
                {each === "typedIn" && data.typedIn.length > 0 ? ` · ${data.typedIn.length}` : null}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <Looked view={view} data={data} mayDesign={mayDesign} />
        </Box>
      </ValueSheet>
    </Box>
  );
};

const VIEW_NAMES: Readonly<Record<View, string>> = {
  specimen: "Specimen",
  contrast: "Contrast",
  typedIn: "Typed in",
  help: "A new palette",
  variations: "Variations",
  file: "File",
};

/** How many pairs fail. The count may come a moment after the colour. */
const ContrastName = ({ uses }: { readonly uses: CallResult<"style">["uses"] }) => {
  const style = useDeferredValue(useStyle());
  const failing = measurePairs(style, [...styleUses(style), ...uses]).filter(({ passes }) => !passes);
  return failing.length === 0 ? "Contrast" : `Contrast · ${failing.length}`;
};

const FindValue = memo(
  ({ query, onQuery }: { readonly query: string; readonly onQuery: (query: string) => void }) => (
    <TextField
      value={query}
      placeholder="Find a value"
      fullWidth
      onChange={(event) => onQuery(event.target.value)}
      slotProps={{ htmlInput: { "aria-label": "Find a value" } }}
    />
  ),
);

const Values = memo(({ mayDesign }: { readonly mayDesign: boolean }) => {
  const style = useStyle();
  const set = useStyleEditor((editor) => editor.set);
  const apply = useStyleEditor((editor) => editor.apply);
  const sought = useSearchParams().get("find") ?? "";
  const [query, setQuery] = useState(sought);
  useEffect(() => setQuery(sought), [sought]);
  return (
    <ValueColumn name="Values" isOpen={mayDesign}>
      <Box sx={{ px: 2, pt: 1.5, pb: 1, borderBottom: 1, borderColor: "divider" }}>
        <FindValue query={query} onQuery={setQuery} />
        <SavingTrouble of={useStyleEditor} />
        {mayDesign ? null : <Quiet>Your role may look at the style, not change it.</Quiet>}
      </Box>
      <Sections query={query} sections={[paletteSection(style, set), ...valueSections(style, set)]} />
      {mayDesign && query.trim() === "" ? (
        <OwnFonts ownFonts={style.ownFonts} fonts={style.fonts} apply={apply} />
      ) : null}
    </ValueColumn>
  );
});

const Looked = memo(
  ({
    view,
    data,
    mayDesign,
  }: {
    readonly view: View;
    readonly data: CallResult<"style">;
    readonly mayDesign: boolean;
  }) => {
    // the specimen follows the editor by itself, ahead of the screen
    const style = useStyleEditor(({ body }) => (view === "specimen" ? null : body)) as HouseStyle;
    const set = useStyleEditor((editor) => editor.set);
    const apply = useStyleEditor((editor) => editor.apply);
    const recolour = (colour: string, value: string) => {
      const at = style.palette.findIndex(({ id }) => id === colour);
      const { source: _, ...plain } = style.palette[at] ?? {};
      set(["palette", at], { ...plain, value });
    };
    switch (view) {
      case "specimen":
        return <Specimen />;
      case "contrast":
        return <ContrastTable style={style} partUses={data.uses} onRecolour={mayDesign ? recolour : null} />;
      case "typedIn":
        return <TypedInList found={data.typedIn} mayDesign={mayDesign} />;
      case "help":
        return <PaletteHelp style={style} apply={apply} />;
      case "variations":
        return <Variations style={style} apply={apply} />;
      case "file":
        return <TokensFile mayDesign={mayDesign} />;
    }
  },
);
