"use client";
import { Box, Button, Dialog, InputBase } from "@mui/material";
import { useRouter } from "next/navigation";
import { useDeferredValue, useState } from "react";
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

const remember = (site: string, place: Place): void => {
  const kept = [place, ...readLatest(site).filter((each) => each.key !== place.key)].slice(0, 5);
  window.localStorage.setItem(latestKey(site), JSON.stringify(kept));
};

const screensOf = (site: string): readonly Place[] =>
  (["overview", "parts", "pages", "packs", "editions"] as const).map((leaf) => ({
    key: leaf,
    href: leafPath(leaf, site),
    title: leaf[0]?.toUpperCase() + leaf.slice(1),
    detail: "screen",
  }));

/** Where one can go by what is typed: screens by their beginning, parts and pages as the server finds them; the latest while nothing is. */
const usePlaces = (text: string, latest: readonly Place[]) => {
  const site = useSite();
  const query = useDeferredValue(text);
  const { data } = useCall("goTo", { query }, { enabled: query.trim() !== "" });
  const screens = screensOf(site);
  const typed = text.trim().toLowerCase();
  if (typed === "") return { places: latest.length > 0 ? latest : screens, isKnown: true };
  const found = (data?.found ?? []).map(
    (each): Place => ({
      key: `${each.type} ${each.id}`,
      href: each.type === "part" ? partPath(each.id, site) : pagePath(each.id, site),
      title: each.title,
      detail: each.detail,
    }),
  );
  const places = [...screens.filter(({ title }) => title.toLowerCase().startsWith(typed)), ...found];
  return { places, isKnown: data !== undefined };
};

/** "Go to…": parts, pages by title, path or pasted URL, screens. Opens with the five latest. */
export const GoTo = () => {
  const [open, setOpen] = useState(false);
  useKeys({ "ctrl+k": () => setOpen(true) });
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
        <Finder onClose={() => setOpen(false)} />
      </Dialog>
    </>
  );
};

/** What is typed and the places it finds; made anew each time one opens it. */
const Finder = ({ onClose }: { readonly onClose: () => void }) => {
  const site = useSite();
  const router = useRouter();
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const [latest] = useState(() => readLatest(site));
  const { places, isKnown } = usePlaces(text, latest);
  const go = (place: Place | undefined) => {
    if (!place) return;
    remember(site, place);
    onClose();
    router.push(place.href);
  };
  return (
    <>
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
      <PlaceList places={places} at={at} isKnown={isKnown} onAt={setAt} onGo={go} />
    </>
  );
};

interface PlaceListProps {
  readonly places: readonly Place[];
  readonly at: number;
  readonly isKnown: boolean;
  readonly onAt: (at: number) => void;
  readonly onGo: (place: Place) => void;
}

const PlaceList = ({ places, at, isKnown, onAt, onGo }: PlaceListProps) => (
  <Box id="go-to-list" role="listbox" aria-label="Places" sx={{ maxHeight: 400, overflow: "auto", py: 0.5 }}>
    {places.map((place, index) => (
      <Box
        key={place.key}
        id={`go-${index}`}
        role="option"
        aria-selected={index === at}
        onClick={() => onGo(place)}
        onMouseEnter={() => onAt(index)}
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
    {places.length === 0 && isKnown ? (
      <Box sx={{ px: 2, py: 1, color: "text.secondary" }}>Nothing has that name or path.</Box>
    ) : null}
  </Box>
);
