"use client";
import { Box, TextField } from "@mui/material";
import { useId } from "react";
import { changeItem } from "../../core/menus/item-tree";
import { type MenuItem, Promotion } from "../../core/model/menu";
import { useAboutSite } from "../client/about-site";
import { OneOf } from "../fields/ChoiceInput";
import { NumberInput } from "../fields/NumberInput";
import { PictureInput } from "../fields/PictureInput";
import { TargetInput } from "../fields/SiteInput";
import { Act, Quiet } from "../theme/pieces";
import { changeItems } from "./menu-editor";

/** What the panel of an item shows beside what is below it. It belongs to the item, whatever its label. */
export const PromotionFields = ({ item }: { readonly item: MenuItem }) => {
  const id = useId();
  const { promotion } = item;
  const put = (next: Promotion | undefined) =>
    changeItems((items) => changeItem(items, item.id, { promotion: next as Promotion }));
  if (!promotion)
    return (
      <>
        <Quiet>In its panel</Quiet>
        <Act type="button" onClick={() => put(Promotion.parse({ count: 3 }))}>
          Show something beside it
        </Act>
      </>
    );
  const set = (change: Partial<Promotion>) => put({ ...promotion, ...change });
  return (
    <>
      <Quiet>In its panel</Quiet>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline" }}>
        <Quiet>beside what is below it, where the menu opens panels</Quiet>
        <Act type="button" onClick={() => put(undefined)}>
          Nothing
        </Act>
      </Box>
      <Quiet>Picture</Quiet>
      <PictureInput
        id={`${id}-picture`}
        label="Picture of the panel"
        value={promotion.picture}
        onChange={(picture) => set({ picture })}
      />
      <Words id={id} promotion={promotion} onChange={set} />
      <Quiet>Newest of</Quiet>
      <Newest id={id} promotion={promotion} onChange={set} />
    </>
  );
};

interface FieldsProps {
  readonly id: string;
  readonly promotion: Promotion;
  readonly onChange: (change: Partial<Promotion>) => void;
}

const Words = ({ id, promotion, onChange }: FieldsProps) => (
  <>
    <label htmlFor={`${id}-text`}>
      <Quiet>Words</Quiet>
    </label>
    <TextField
      id={`${id}-text`}
      value={promotion.text}
      onChange={(event) => onChange({ text: event.target.value })}
      slotProps={{ htmlInput: { maxLength: 300 } }}
    />
    <label htmlFor={`${id}-target`}>
      <Quiet>They lead to</Quiet>
    </label>
    <TargetInput
      id={`${id}-target`}
      value={promotion.target ?? { url: "/" }}
      onChange={(target) => onChange({ target })}
    />
  </>
);

const anyOr = (all: Readonly<Record<string, string>>, any: string) =>
  [["", any], ...Object.entries(all)] as const;

const Newest = ({ id, promotion, onChange }: FieldsProps) => {
  const { kinds, terms } = useAboutSite().about.vocabulary;
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr 76px", gap: 1 }}>
      <OneOf
        id={`${id}-kind`}
        label="Entries of the kind"
        value={promotion.kind}
        options={anyOr(kinds, "any kind")}
        onChange={(kind) => onChange({ kind })}
      />
      <OneOf
        id={`${id}-term`}
        label="Entries about"
        value={promotion.term}
        options={anyOr(terms, "about anything")}
        onChange={(term) => onChange({ term })}
      />
      <NumberInput
        label="How many entries"
        value={promotion.count}
        min={0}
        max={8}
        onChange={(count) => onChange({ count })}
      />
    </Box>
  );
};
