"use client";
import { Autocomplete, Box, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { formatMarkdown, parseMarkdown } from "../../core/content/markdown";
import { sameValue } from "../../core/model/canonical";
import { COLOUR_ROLES } from "../../core/model/house-style";
import { LinkTarget, type RichText } from "../../core/model/rich-text";
import { asTypedWords } from "../../messages/fields";
import { ROLE_NAMES } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { useCall } from "../client/hooks";
import { Wrong } from "../theme/pieces";
import { OneOf, type Options } from "./ChoiceInput";
import { ColourField, Swatch } from "./ColourField";

/** What a bound colour is in the house style as it is now; undefined for none, and for one that is gone. */
const colourNow = (
  key: string,
  { palette, roles }: ReturnType<typeof useAboutSite>["about"],
): string | undefined => {
  const [type, name = ""] = key.split(":");
  const id = type === "role" ? roles?.[name as keyof typeof roles] : name;
  return palette.find((colour) => colour.id === id)?.value;
};

/** A role or a named colour of the house style; or any colour, typed in. */
export const ColourInput = ({
  id,
  label,
  value,
  onChange,
  empty = "as the house style",
}: {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** What no colour of its own means. */
  readonly empty?: string | undefined;
}) => {
  const { about } = useAboutSite();
  const typed = value.startsWith("#");
  // a colour that has a role is chosen by what it is for: each is listed once, but for the one that is chosen by its name
  const inRole = new Set<string>(Object.values(about.roles ?? {}));
  const others = about.palette.filter((each) => !inRole.has(each.id) || value === `colour:${each.id}`);
  const options: Options = [
    ["", empty],
    ...COLOUR_ROLES.map((role) => [`role:${role}`, ROLE_NAMES[role]] as const),
    ...others.map((colour) => [`colour:${colour.id}`, colour.name] as const),
    ["typed", "typed in …"],
  ];
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0,1fr)", gap: 0.5 }}>
      <OneOf
        id={id}
        label={label}
        value={typed ? "typed" : value}
        options={options}
        sign={(key) => {
          const shown = key === "typed" ? (typed ? value : undefined) : colourNow(key, about);
          return shown ? <Swatch value={shown} size={16} /> : null;
        }}
        onChange={(next) => onChange(next === "typed" ? "#808080" : next)}
      />
      {typed ? <ColourField label={`${label}, typed in`} value={value} onChange={onChange} /> : null}
    </Box>
  );
};

type TargetValue = { identity: string } | { url: string };

/** A page by its title, or an address typed in. */
export const TargetInput = ({
  id,
  value,
  onChange,
}: {
  readonly id: string;
  readonly value: TargetValue;
  readonly onChange: (value: TargetValue) => void;
}) => {
  const { about } = useAboutSite();
  const [typed, setTyped] = useState({ text: "", means: "" });
  const address = "url" in value ? value.url : "";
  // an address that is not right yet stands as it is typed; one that is changed elsewhere is that
  const text = typed.means === address ? typed.text : address;
  const [picked, setPicked] = useState<{ readonly identity: string; readonly title: string } | null>(null);
  const [open, setOpen] = useState(false);
  const query = useDeferredValue(text);
  const { data } = useCall("goTo", { query }, { enabled: open && query.trim() !== "" });
  const pages = (data?.found ?? []).flatMap((found) =>
    found.type === "page" ? [{ identity: found.id, title: found.title }] : [],
  );
  const shown =
    "identity" in value
      ? picked?.identity === value.identity
        ? picked.title
        : (about.targets[value.identity] ?? "a page that is gone")
      : text;
  const bad = !("identity" in value) && !LinkTarget.safeParse(text).success;
  return (
    <Box>
      <Autocomplete
        id={id}
        freeSolo
        options={pages}
        filterOptions={(all) => all}
        onOpen={() => setOpen(true)}
        onClose={() => setOpen(false)}
        getOptionLabel={(option) => (typeof option === "string" ? option : option.title)}
        getOptionKey={(option) => (typeof option === "string" ? option : option.identity)}
        inputValue={shown}
        onInputChange={(_, next, reason) => {
          if (reason !== "input") return;
          const isRight = LinkTarget.safeParse(next).success;
          const url = isRight ? next.trim() : address || "/";
          setTyped({ text: next, means: url });
          if (url !== address) onChange({ url });
        }}
        onChange={(_, option) => {
          if (!option || typeof option === "string") return;
          setPicked(option);
          onChange({ identity: option.identity });
        }}
        renderInput={(params) => <TextField {...params} error={bad} />}
      />
      {bad ? (
        <Wrong style={{ fontSize: 12, fontWeight: 400 }}>
          A page, or an address with https:, mailto: or tel:
        </Wrong>
      ) : null}
    </Box>
  );
};

export const MarkdownInput = ({
  id,
  value,
  onChange,
}: {
  readonly id: string;
  readonly value: RichText;
  readonly onChange: (value: RichText) => void;
}) => {
  const [typed, setTyped] = useState(() => ({ text: formatMarkdown(value), means: value }));
  // while it means the same it stands as it is typed
  const text = sameValue(typed.means, value) ? typed.text : formatMarkdown(value);
  return (
    <TextField
      id={id}
      value={text}
      multiline
      minRows={3}
      maxRows={12}
      fullWidth
      helperText={asTypedWords(text, true) ?? "**bold**, *slanted*, [words](/path/), - a list"}
      onChange={(event) => {
        const means = parseMarkdown(event.target.value);
        setTyped({ text: event.target.value, means });
        onChange(means);
      }}
    />
  );
};
