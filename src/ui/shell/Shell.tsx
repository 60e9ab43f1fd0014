"use client";
import { Box, Button, Menu, MenuItem, Tooltip, useColorScheme } from "@mui/material";
import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { useSnackbar } from "notistack";
import { type ReactNode, useEffect, useState } from "react";
import { SLOTS } from "../../core/model/slot";
import { count, pages as pagesText, slotName } from "../../messages/words";
import { type AboutSite, AboutSiteProvider, useAboutSite, useMay } from "../client/about-site";
import { call, signOut } from "../client/call";
import { saveAll } from "../client/document-editor";
import { isSignedOut, useCall, useRevisions, useSite } from "../client/hooks";
import { type Leaf, leafPath } from "../client/paths";
import { Quiet, Trouble, Waiting } from "../theme/pieces";
import { Away } from "./Away";
import { GoTo } from "./GoTo";
import { KeptElsewhere } from "./KeptElsewhere";
import { Keys } from "./Keys";
import { NewSite } from "./NewSite";
import { type Offer, SCREEN, useOffers } from "./offers";
import { SeenAsMenu } from "./SeenAsMenu";
import { Steps } from "./Steps";
import { TakeBack } from "./TakeBack";

/** Where each screen lives, its name, and what people call it who do not know that. */
const LEAVES = [
  ["overview", "Overview", "home findings coverage to settle"],
  ["parts", "Parts", "templates headers footers layouts"],
  ["pages", "Pages", "content entries posts"],
  ["menus", "Menus", "navigation"],
  ["style", "House style", "theme colours fonts type buttons palette"],
  ["pictures", "Pictures", "media images library"],
  ["packs", "Packs", "import export template pack"],
  ["editions", "Editions", "publish review changes history versions"],
] as const;

/** The paper index at the left, the bar above, and the sheet. */
export const Shell = ({ children }: { readonly children: ReactNode }) => {
  const { data, error } = useCall("aboutSite", {});
  useRevisions(data?.revisions);
  const router = useRouter();
  const path = usePathname();
  useEffect(() => {
    if (isSignedOut(error)) router.replace(`/sign-in?back=${encodeURIComponent(path)}`);
  }, [error, path, router]);
  if (error && !data)
    return isSignedOut(error) ? <Waiting what="You are signed out …" /> : <Trouble>{error.message}</Trouble>;
  if (!data)
    return (
      <>
        <Away />
        <Waiting what="Opening the site …" />
      </>
    );
  return (
    <AboutSiteProvider about={data}>
      <Away />
      <Box
        sx={(theme) => ({
          display: "grid",
          gridTemplateColumns: { xs: "1fr", md: "116px minmax(0,1fr)" },
          gridTemplateRows: { xs: "auto auto minmax(0,1fr)", md: "auto minmax(0,1fr)" },
          minHeight: "100vh",
          height: { md: "100vh" },
          background: theme.vars?.palette.ours.index,
        })}
      >
        <Sign />
        <TopBar about={data} />
        <Index />
        <Box
          component="main"
          id="sheet"
          sx={(theme) => ({
            background: theme.vars?.palette.ours.sheet,
            borderTopLeftRadius: { md: 8 },
            border: 1,
            borderColor: "divider",
            borderRight: 0,
            borderBottom: 0,
            minWidth: 0,
            overflow: { md: "auto" },
          })}
        >
          {children}
        </Box>
      </Box>
      <KeptElsewhere />
    </AboutSiteProvider>
  );
};

const Sign = () => (
  <Box
    sx={{
      display: { xs: "none", md: "flex" },
      alignItems: "center",
      gap: 1,
      pl: "15px",
      fontWeight: 700,
      lineHeight: 1.25,
    }}
  >
    <Box
      component="svg"
      viewBox="0 0 16 16"
      aria-hidden
      sx={(theme) => ({ width: 15, color: theme.vars?.palette.ours.brass, flex: "none" })}
    >
      <path d="M1.5 3v10M1.5 8h6" fill="none" stroke="currentColor" strokeWidth="1.8" />
      <rect x="8" y="5" width="6" height="6" fill="none" stroke="currentColor" strokeWidth="1.8" />
    </Box>
    <span>
      Gray
      <br />
      Latch
    </span>
  </Box>
);

/** Screens that are not in the index, with what people call them. */
const MORE_LEAVES = [
  ["profile", "Site profile", "logo tagline name owner address social links first year"],
  ["starts", "Starting points", "templates designs examples"],
  ["find", "Find and replace", "search text words"],
  ["said", "What pages say themselves", "overrides own values this page only"],
  ["access", "Access for scripts", "api token"],
  ["sign-ups", "Sign-ups", "newsletter mailbox subscribers"],
  ["visitors", "Visitor accounts", "visitors members users memberships"],
] as const;

const Index = () => {
  const site = useSite();
  const path = usePathname();
  const mayChoose = useMay("choose");
  useOffers("screens", () =>
    [...LEAVES, ...MORE_LEAVES]
      .filter(([leaf]) => mayChoose || (leaf !== "sign-ups" && leaf !== "visitors"))
      .map(([leaf, title, also]) => ({
        key: leaf,
        title,
        detail: SCREEN,
        also,
        href: leafPath(leaf, site),
      })),
  );
  return (
    <Box
      component="nav"
      aria-label="Screens"
      sx={{
        display: "flex",
        flexDirection: { xs: "row", md: "column" },
        overflowX: "auto",
        pt: { md: 2.5 },
        pl: { md: "5px" },
      }}
    >
      {LEAVES.map(([leaf, name]) => {
        const open = path.startsWith(leafPath(leaf, site));
        return (
          <Box
            key={leaf}
            component={Link}
            href={leafPath(leaf, site)}
            aria-current={open ? "page" : undefined}
            sx={(theme) => ({
              px: "11px",
              height: { xs: 40, md: 37 },
              display: "flex",
              alignItems: "center",
              flex: "none",
              textDecoration: "none",
              color: open ? "text.primary" : theme.vars?.palette.ours.muted,
              fontWeight: open ? 650 : 400,
              background: open ? theme.vars?.palette.ours.sheet : "transparent",
              border: 1,
              borderColor: open ? "divider" : "transparent",
              borderRightWidth: { md: 0 },
              borderRadius: { xs: "6px 6px 0 0", md: "6px 0 0 6px" },
              mr: { md: "-1px" },
              zIndex: 1,
              "&:hover": { color: "text.primary" },
            })}
          >
            {name}
          </Box>
        );
      })}
      <Box sx={{ mt: "auto", p: 1, display: { xs: "none", md: "flex" } }}>
        <Keys />
      </Box>
    </Box>
  );
};

/** Said once, above everything, to those who may not do all of it. */
const limitOf = ({ may }: AboutSite): string | null => {
  if (may.includes("design")) return null;
  return may.includes("choose") ? "you may choose for single pages" : "you may look, not change";
};

const LAST_ON_PHONES = { ml: { xs: "auto", md: 0 } } as const;

const TopBar = ({ about }: { readonly about: AboutSite }) => {
  const site = useSite();
  const { draft } = about;
  return (
    <Box
      component="header"
      sx={{
        minHeight: 52,
        display: "flex",
        flexWrap: "wrap",
        alignItems: "center",
        columnGap: 2,
        rowGap: 0.5,
        px: 2,
        py: 0.75,
      }}
    >
      <SiteMenu about={about} />
      <SeenAsMenu />
      <GoTo />
      <Box
        sx={{
          // on a phone they fill the lines one after the other
          display: { xs: "contents", md: "flex" },
          flex: "1 1 auto",
          flexWrap: "wrap",
          alignItems: "center",
          justifyContent: "flex-end",
          gap: 2,
        }}
      >
        {limitOf(about) ? <Quiet>{limitOf(about)}</Quiet> : null}
        <Steps />
        {about.mayTakeBack ? <TakeBack /> : null}
        <Box
          component="a"
          href={about.site.origin}
          target="_blank"
          rel="noreferrer"
          sx={(theme) => ({
            color: theme.vars?.palette.ours.muted,
            textDecoration: "none",
            "&:hover": { textDecoration: "underline" },
          })}
        >
          See it live ↗
        </Box>
        <PointAtIt />
        {draft.changes > 0 ? (
          <Box component="span" sx={LAST_ON_PHONES}>
            <strong>{count(draft.changes, "change")}</strong> on {pagesText(draft.pages)}
          </Box>
        ) : (
          <Quiet sx={LAST_ON_PHONES}>nothing to publish</Quiet>
        )}
        <Button component={Link} href={leafPath("editions", site)} variant="contained">
          Review
        </Button>
      </Box>
    </Box>
  );
};

/** Opens the live site so that one can point at anything on it. On a page's own screen it opens that page. */
const PointAtIt = () => {
  const site = useSite();
  const say = useSnackbar().enqueueSnackbar;
  const { about } = useAboutSite();
  const open = async () => {
    // opened at once, or the browser takes it for something nobody asked for
    const tab = window.open("about:blank", "_blank");
    try {
      const { url } = await call(site, "openPointing", { path: "/" });
      if (tab) tab.location.href = url;
      else window.location.href = url;
    } catch (error) {
      tab?.close();
      say(error instanceof Error ? error.message : "It cannot be opened just now.", { variant: "error" });
    }
  };
  return about.isPublished ? (
    <Tooltip
      describeChild
      title="Point at anything of the live site: which part it is, why, and the way to it"
    >
      <Button variant="text" color="inherit" sx={{ color: "text.secondary" }} onClick={open}>
        Point at it ↗
      </Button>
    </Tooltip>
  ) : null;
};

const MODES = [
  ["light", "Light"],
  ["dark", "Dark"],
  ["system", "Light or dark as the system"],
] as const;

/** Something to do that is found by its name. */
const doing = (title: string, act: () => void): Offer => ({
  key: `do ${title}`,
  title,
  detail: "do it now",
  act,
});

const SiteMenu = ({ about }: { readonly about: AboutSite }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [creating, setCreating] = useState(false);
  const mayDesign = useMay("design");
  const mayChoose = useMay("choose");
  const router = useRouter();
  const { mode, setMode } = useColorScheme();
  const close = () => setAnchor(null);
  const to = (leaf: Leaf, site = about.site.id) => ({
    onClick: () => {
      close();
      router.push(leafPath(leaf, site));
    },
  });
  useOffers("site menu", () => [
    ...about.sites
      .filter(({ id }) => id !== about.site.id)
      .map(({ id, name }) => ({
        key: `site ${id}`,
        title: name,
        detail: "site",
        href: leafPath("overview", id),
      })),
    ...(mayDesign
      ? [
          doing("New site …", () => setCreating(true)),
          ...SLOTS.map((slot) => ({
            ...doing(`New ${slotName(slot)} …`, () =>
              router.push(`${leafPath("parts", about.site.id)}?new=${slot}`),
            ),
            also: "part make add create",
          })),
        ]
      : []),
    ...MODES.map(([key, words]) => ({ ...doing(words, () => setMode(key)), also: "theme mode appearance" })),
    { ...doing("Sign out", leave), also: "log out logout" },
  ]);
  return (
    <>
      <Button
        variant="text"
        onClick={(event) => setAnchor(event.currentTarget)}
        aria-haspopup="menu"
        sx={{ color: "text.primary", px: 0 }}
      >
        {about.site.name} ▾
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {about.sites.map((each) => (
          <MenuItem key={each.id} selected={each.id === about.site.id} {...to("overview", each.id)}>
            {each.name}
          </MenuItem>
        ))}
        {mayDesign ? (
          <MenuItem
            onClick={() => {
              close();
              setCreating(true);
            }}
          >
            New site …
          </MenuItem>
        ) : null}
        <MenuItem divider {...to("profile")}>
          Site profile
        </MenuItem>
        {MODES.map(([key, words]) => (
          <MenuItem key={key} selected={mode === key} onClick={() => setMode(key)}>
            {words}
          </MenuItem>
        ))}
        <MenuItem divider {...to("access")}>
          Access for scripts
        </MenuItem>
        {mayChoose ? <MenuItem {...to("sign-ups")}>Sign-ups</MenuItem> : null}
        {mayChoose ? <MenuItem {...to("visitors")}>Visitor accounts</MenuItem> : null}
        <MenuItem onClick={leave}>Sign out {about.account.name}</MenuItem>
      </Menu>
      {creating ? <NewSite onClose={() => setCreating(false)} /> : null}
    </>
  );
};

const leave = async (): Promise<void> => {
  await saveAll();
  await signOut();
  window.location.assign("/sign-in");
};
