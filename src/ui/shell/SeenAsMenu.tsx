"use client";
import { Box, Button, Menu, MenuItem } from "@mui/material";
import { useState } from "react";
import { type AboutSite, useAboutSite } from "../client/about-site";
import { MomentField } from "../fields/MomentField";
import { Quiet } from "../theme/pieces";

const audiencesOf = ({ levels }: AboutSite): readonly (readonly [string, string])[] => [
  ["signedOut", "signed out"],
  ["signedIn", "signed in"],
  ...levels.map((level) => [`level:${level.key}`, `as ${level.name}`] as const),
];

/** How the site is looked at: by whom, when, and the draft or what visitors see. */
export const SeenAsMenu = () => {
  const { about, seen, setSeen } = useAboutSite();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const audiences = audiencesOf(about);
  const name = audiences.find(([key]) => key === seen.audience)?.[1] ?? "signed out";
  const close = () => setAnchor(null);
  const look = (next: typeof seen) => {
    setSeen(next);
    close();
  };
  return (
    <>
      <Button
        variant="text"
        color="inherit"
        onClick={(event) => setAnchor(event.currentTarget)}
        aria-haspopup="menu"
        sx={{ fontWeight: 400, px: 0 }}
      >
        <SeenWords name={name} />
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {audiences.map(([key, words]) => (
          <MenuItem
            key={key}
            selected={key === seen.audience}
            onClick={() => look({ ...seen, audience: key })}
          >
            {words}
          </MenuItem>
        ))}
        <MenuItem divider disabled aria-hidden sx={{ p: 0, minHeight: 0 }} />
        {(["draft", "live"] as const).map((state) => (
          <MenuItem key={state} selected={state === seen.state} onClick={() => look({ ...seen, state })}>
            {state === "draft" ? "the draft" : "what visitors see"}
          </MenuItem>
        ))}
        <MenuItem divider disabled aria-hidden sx={{ p: 0, minHeight: 0 }} />
        <MenuItem selected={seen.at === null} onClick={() => look({ ...seen, at: null })}>
          now
        </MenuItem>
        <Box component="li" sx={{ px: 2, py: 0.75, display: "flex", alignItems: "center", gap: 1 }}>
          <label htmlFor="seen-at">on</label>
          <MomentField id="seen-at" value={seen.at} onChange={(at) => setSeen({ ...seen, at })} />
        </Box>
      </Menu>
    </>
  );
};

const SeenWords = ({ name }: { readonly name: string }) => {
  const { seen, moment } = useAboutSite();
  return (
    <span>
      <Quiet>seen</Quiet> <strong>{name}</strong>,{" "}
      <strong>{seen.state === "draft" ? "draft" : "what visitors see"}</strong>
      {seen.at === null ? null : (
        <>
          , <strong>{moment(seen.at)}</strong>
        </>
      )}{" "}
      ▾
    </span>
  );
};
