"use client";
import { Autocomplete, Box, Button, TextField } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { OWN_SIGNS } from "../../core/blocks/social";
import type { SocialLink } from "../../core/model/profile";
import { LinkTarget } from "../../core/model/rich-text";
import { useCall } from "../client/hooks";
import { Act, Quiet, Wrong } from "../theme/pieces";

interface Sign {
  readonly title: string;
  readonly icon: string;
  readonly outline: string;
}

const SIGN_NAMES: Readonly<Record<string, string>> = {
  feed: "feed",
  mail: "letter",
  talk: "talk",
  film: "film",
  photo: "photograph",
  link: "link",
};
const OWN: readonly Sign[] = OWN_SIGNS.map((icon) => ({
  title: SIGN_NAMES[icon] ?? icon,
  icon,
  outline: "",
}));

/** Where else the organisation is: an icon, a name, an address each, in the order they are shown. */
export const SocialLinks = ({
  links,
  onChange,
}: {
  readonly links: readonly SocialLink[];
  readonly onChange: (links: readonly SocialLink[]) => void;
}) => {
  const raise = (at: number) => {
    const link = links[at];
    if (link) onChange(links.toSpliced(at, 1).toSpliced(at - 1, 0, link));
  };
  return (
    <Box>
      <Box sx={{ fontWeight: 600, mb: 0.5 }}>Profiles on other sites</Box>
      <Box component="ol" aria-label="Social links" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {links.map((link, at) => (
          <SocialLine
            key={`${link.url} ${link.label}`}
            link={link}
            onSign={({ icon, outline }) => onChange(links.with(at, { ...link, icon, outline }))}
            onRaise={at > 0 ? () => raise(at) : null}
            onTakeOut={() => onChange(links.toSpliced(at, 1))}
          />
        ))}
      </Box>
      <AddSocial onAdd={(link) => onChange([...links, link])} />
    </Box>
  );
};

const SocialLine = ({
  link,
  onSign,
  onRaise,
  onTakeOut,
}: {
  readonly link: SocialLink;
  readonly onSign: (sign: Sign) => void;
  /** `null` for the first. */
  readonly onRaise: (() => void) | null;
  readonly onTakeOut: () => void;
}) => (
  <Box component="li" sx={{ py: 0.75, borderTop: 1, borderColor: "divider", display: "grid", gap: 0.5 }}>
    <Box sx={{ display: "flex", gap: 1, alignItems: "center" }}>
      <SignOf link={link} />
      <strong>{link.label}</strong>
      <Box sx={{ ml: "auto", display: "flex", gap: 1.5, fontSize: 12, "& button": { minHeight: 24 } }}>
        {onRaise ? (
          <Act aria-label={`Move ${link.label} up`} onClick={onRaise}>
            up
          </Act>
        ) : null}
        <Act aria-label={`Remove ${link.label} out`} onClick={onTakeOut}>
          remove
        </Act>
      </Box>
    </Box>
    <Quiet style={{ fontSize: 12, overflowWrap: "anywhere" }}>{link.url}</Quiet>
    <SignPicker link={link} onPick={onSign} />
  </Box>
);

const AddSocial = ({ onAdd }: { readonly onAdd: (link: SocialLink) => void }) => {
  const [label, setLabel] = useState("");
  const [url, setUrl] = useState("");
  const isAddress = LinkTarget.safeParse(url.trim()).success;
  const isWhole = label.trim() !== "" && isAddress;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isWhole) return;
        onAdd({ icon: "link", outline: "", label: label.trim(), url: url.trim() });
        setLabel("");
        setUrl("");
      }}
      sx={{ display: "grid", gap: 0.75, mt: 0.75 }}
    >
      <TextField
        value={label}
        placeholder="Name"
        onChange={(event) => setLabel(event.target.value)}
        slotProps={{ htmlInput: { "aria-label": "Name of the link", maxLength: 80 } }}
      />
      <TextField
        value={url}
        placeholder="https://…"
        error={url !== "" && !isAddress}
        onChange={(event) => setUrl(event.target.value)}
        slotProps={{ htmlInput: { "aria-label": "Address of the link" } }}
      />
      {url !== "" && !isAddress ? (
        <Wrong style={{ fontSize: 12, fontWeight: 400 }}>
          A path, or an address with https:, mailto: or tel:
        </Wrong>
      ) : null}
      <Button type="submit" variant="outlined" disabled={!isWhole} sx={{ justifySelf: "start" }}>
        Add the link
      </Button>
    </Box>
  );
};

const SignOf = ({ link }: { readonly link: Pick<SocialLink, "icon" | "outline"> }) =>
  link.outline === "" ? (
    <Quiet style={{ fontSize: 12 }}>{SIGN_NAMES[link.icon] ?? "link"}</Quiet>
  ) : (
    <svg viewBox="0 0 24 24" width="16" height="16" fill="currentColor" aria-hidden="true">
      <path d={link.outline} />
    </svg>
  );

const SignPicker = ({
  link,
  onPick,
}: {
  readonly link: SocialLink;
  readonly onPick: (sign: Sign) => void;
}) => {
  const [text, setText] = useState("");
  const query = useDeferredValue(text.trim());
  const { data } = useCall("icons", { query }, { enabled: query !== "" });
  const own = OWN.filter(({ title }) => title.includes(query.toLowerCase()));
  const found = query === "" ? OWN : [...own, ...(data?.icons ?? [])];
  return (
    <Autocomplete
      options={found}
      filterOptions={(all) => all}
      getOptionLabel={({ title }) => title}
      getOptionKey={({ icon }) => icon}
      value={null}
      blurOnSelect
      inputValue={text}
      onInputChange={(_, next, reason) => setText(reason === "input" ? next : "")}
      onChange={(_, sign) => {
        if (sign) onPick(sign);
      }}
      renderOption={({ key, ...props }, sign) => (
        <li key={key} {...props} style={{ gap: 8 }}>
          <SignOf link={sign} /> {sign.outline === "" ? null : sign.title}
        </li>
      )}
      renderInput={(params) => (
        <TextField {...params} placeholder="Another icon" aria-label={`Icon of ${link.label}`} />
      )}
    />
  );
};
