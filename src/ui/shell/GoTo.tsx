"use client";
import { Box, Button, Dialog, InputBase } from "@mui/material";
import { useRouter } from "next/navigation";
import { useDeferredValue, useEffect, useRef, useState } from "react";
import { flushSync } from "react-dom";
import type { CallResult } from "../client/call";
import { useCall, useSite } from "../client/hooks";
import { leafPath, pagePath, partPath } from "../client/paths";
import { Mono, Quiet } from "../theme/pieces";
import { allOffers, type Offer, offersCalled, SCREEN } from "./offers";
import { useKeys } from "./useKeys";

const latestKey = (site: string) => `gray-latch-latest-${site}`;

const readLatest = (site: string): readonly Offer[] => {
  try {
    return JSON.parse(window.localStorage.getItem(latestKey(site)) ?? "[]");
  } catch {
    return [];
  }
};

/** Only what leads somewhere is gone to again. */
const remember = (site: string, { key, title, detail, href }: Offer): void => {
  if (href === undefined) return;
  const kept = [{ key, title, detail, href }, ...readLatest(site).filter((each) => each.key !== key)].slice(
    0,
    5,
  );
  window.localStorage.setItem(latestKey(site), JSON.stringify(kept));
};

type Found = CallResult<"goTo">["found"][number];

/** Where what the server found is looked at, and what it is. */
const foundOffer = ({ type, id, title, detail }: Found, site: string): Offer => {
  const of: Readonly<Record<Found["type"], readonly [href: string, detail: string]>> = {
    part: [partPath(id, site), detail],
    page: [pagePath(id, site), detail],
    menu: [leafPath("menus", site, id), "menu"],
    picture: [leafPath("pictures", site, id), "picture"],
    piece: [leafPath("pieces", site, id), "shared piece"],
    colour: [`${leafPath("style", site)}?find=${encodeURIComponent(title)}`, "colour of the house style"],
  };
  const [href, what] = of[type];
  return { key: `${type} ${id}`, title, detail: what, href };
};

/** Settings are many: what else has the name is not pushed out of sight by them. */
const MOST_OFFERS = 14;

/** What is found by what is typed: what is here by its name, what the site has as the server finds it; the latest while nothing is typed. */
const useFound = (text: string, latest: readonly Offer[], offers: readonly Offer[]) => {
  const site = useSite();
  const query = useDeferredValue(text);
  const { data } = useCall("goTo", { query }, { enabled: query.trim() !== "" });
  if (text.trim() === "")
    return {
      places: latest.length > 0 ? latest : offers.filter(({ detail }) => detail === SCREEN),
      isKnown: true,
    };
  const named = offersCalled(offers, text);
  // what begins with what is typed, then the site's things, then what is merely called so
  const begins = named.filter(({ title }) => title.toLowerCase().startsWith(text.trim().toLowerCase()));
  const others = named.filter((each) => !begins.includes(each));
  const found = (data?.found ?? []).map((each) => foundOffer(each, site));
  return {
    places: [...begins.slice(0, MOST_OFFERS), ...found, ...others.slice(0, MOST_OFFERS)],
    isKnown: data !== undefined,
  };
};

/** "Go to…": whatever has a name: parts, pages, menus, pictures, screens, settings, what can be done. Opens with the five latest. */
export const GoTo = () => {
  const [open, setOpen] = useState(false);
  const from = useRef<Element | null>(null);
  useKeys({
    "ctrl+k": () => {
      // a preview has the keyboard too
      from.current = document.activeElement;
      setOpen(true);
    },
  });
  /** Back to where one was, unless one went on. */
  const close = (isGone: boolean) => {
    flushSync(() => setOpen(false));
    if (!isGone && from.current instanceof HTMLElement) from.current.focus();
    from.current = null;
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
        onClose={() => close(false)}
        disableRestoreFocus
        transitionDuration={0}
        fullWidth
        maxWidth="sm"
        aria-label="Go to"
        sx={{ "& .MuiDialog-container": { alignItems: "flex-start" } }}
      >
        <Finder onGone={() => close(true)} />
      </Dialog>
    </>
  );
};

/** What is typed and the places it finds; made anew each time one opens it. */
const Finder = ({ onGone }: { readonly onGone: () => void }) => {
  const site = useSite();
  const router = useRouter();
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const [latest] = useState(() => readLatest(site));
  const [offers, setOffers] = useState<readonly Offer[]>([]);
  useEffect(() => {
    const add = (more: readonly Offer[]) => setOffers((now) => [...now, ...more]);
    setOffers(allOffers(add));
  }, []);
  const { places, isKnown } = useFound(text, latest, offers);
  const go = (place: Offer | undefined) => {
    if (!place) return;
    remember(site, place);
    onGone();
    if (place.href !== undefined) router.push(place.href);
    else place.act?.();
  };
  return (
    <>
      <InputBase
        autoFocus
        value={text}
        placeholder="A part, a page, a setting, something to do; or a pasted address"
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
  readonly places: readonly Offer[];
  readonly at: number;
  readonly isKnown: boolean;
  readonly onAt: (at: number) => void;
  readonly onGo: (place: Offer) => void;
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
      <Box sx={{ px: 2, py: 1, color: "text.secondary" }}>Nothing has that name, path or address.</Box>
    ) : null}
  </Box>
);
