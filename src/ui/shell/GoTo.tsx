"use client";
import { Box, Button, Dialog, InputBase } from "@mui/material";
import { useRouter } from "next/navigation";
import { useDeferredValue, useEffect, useState } from "react";
import { useCall, useSite } from "../client/hooks";
import { leafPath, pagePath, partPath } from "../client/paths";
import { Mono, Quiet } from "../theme/pieces";
import { useKeys } from "./useKeys";

interface Place {
  readonly key: string;
  readonly href: string;
  readonly title: string;
  readonly detail: string;
}
const latestKey = (site: string) => `gray-latch-latest-${site}`;

const readLatest = (site: string): readonly Place[] => {
  try {
    return JSON.parse(window.localStorage.getItem(latestKey(site)) ?? "[]");
  } catch {
    return [];
  }
};

/** "Go to…": parts, pages by title, path or pasted URL, screens. Opens with the five latest. */
export const GoTo = () => {
  const site = useSite();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const [latest, setLatest] = useState<readonly Place[]>([]);
  const query = useDeferredValue(text);
  const { data } = useCall("goTo", { query }, { enabled: open && query.trim() !== "" });
  useKeys({ "ctrl+k": () => setOpen(true) });
  useEffect(() => {
    if (!open) return;
    setText("");
    setAt(0);
    setLatest(readLatest(site));
  }, [open, site]);

  const screens: readonly Place[] = (["overview", "parts", "pages", "packs", "editions"] as const).map(
    (leaf) => ({
      key: leaf,
      href: leafPath(leaf, site),
      title: leaf[0]?.toUpperCase() + leaf.slice(1),
      detail: "screen",
    }),
  );
  const found: readonly Place[] = (data?.found ?? []).map((each) => ({
    key: `${each.type} ${each.id}`,
    href: each.type === "part" ? partPath(each.id, site) : pagePath(each.id, site),
    title: each.title,
    detail: each.detail,
  }));
  const places =
    text.trim() === ""
      ? latest.length > 0
        ? latest
        : screens
      : [
          ...screens.filter((each) => each.title.toLowerCase().startsWith(text.trim().toLowerCase())),
          ...found,
        ];

  const go = (place: Place | undefined) => {
    if (!place) return;
    const kept = [place, ...readLatest(site).filter((each) => each.key !== place.key)].slice(0, 5);
    window.localStorage.setItem(latestKey(site), JSON.stringify(kept));
    setOpen(false);
    router.push(place.href);
  };

  return (
    <>
      <Button
        variant="outlined"
        color="inherit"
        onClick={() => setOpen(true)}
        sx={{
          width: { md: 124 },
          flexGrow: { md: 1 },
          maxWidth: { md: 190 },
          justifyContent: "space-between",
          fontWeight: 400,
        }}
      >
        <Quiet>Go to…</Quiet>
        <Mono sx={{ fontSize: 12, display: { xs: "none", md: "inline" } }}>Ctrl K</Mono>
      </Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        fullWidth
        maxWidth="sm"
        aria-label="Go to"
        sx={{ "& .MuiDialog-container": { alignItems: "flex-start" } }}
      >
        <InputBase
          autoFocus
          value={text}
          placeholder="A part, a page, a path or a pasted address"
          inputProps={{
            "aria-label": "Go to",
            role: "combobox",
            "aria-expanded": true,
            "aria-controls": "go-to-list",
            "aria-activedescendant": places[at] ? `go-${at}` : undefined,
          }}
          onChange={(event) => {
            setText(event.target.value);
            setAt(0);
          }}
          onKeyDown={(event) => {
            if (event.key === "ArrowDown") setAt((now) => Math.min(now + 1, places.length - 1));
            else if (event.key === "ArrowUp") setAt((now) => Math.max(now - 1, 0));
            else if (event.key === "Enter") go(places[at]);
            else return;
            event.preventDefault();
          }}
          sx={{ px: 2, py: 1.25, fontSize: 15, borderBottom: 1, borderColor: "divider" }}
        />
        <Box
          id="go-to-list"
          role="listbox"
          aria-label="Places"
          sx={{ maxHeight: 400, overflow: "auto", py: 0.5 }}
        >
          {places.map((place, index) => (
            <Box
              key={place.key}
              id={`go-${index}`}
              role="option"
              aria-selected={index === at}
              onClick={() => go(place)}
              onMouseEnter={() => setAt(index)}
              sx={(theme) => ({
                px: 2,
                height: 34,
                display: "flex",
                alignItems: "center",
                gap: 1.5,
                cursor: "pointer",
                background: index === at ? theme.vars?.palette.ours.brassWash : undefined,
              })}
            >
              <span>{place.title}</span>
              <Quiet>{place.detail}</Quiet>
            </Box>
          ))}
          {text.trim() !== "" && places.length === 0 && data ? (
            <Box sx={{ px: 2, py: 1, color: "text.secondary" }}>Nothing has that name or path.</Box>
          ) : null}
        </Box>
      </Dialog>
    </>
  );
};
