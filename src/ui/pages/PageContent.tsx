"use client";
import {
  Autocomplete,
  Box,
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  MenuItem,
  Select,
  TextField,
  Typography,
} from "@mui/material";
import { useRouter } from "next/navigation";
import { useSnackbar } from "notistack";
import { useDeferredValue, useState } from "react";
import type { Film } from "../../core/model/film";
import { count, pages as pagesText } from "../../messages/words";
import { useAboutSite, useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { ImpactView } from "../overview/ImpactView";
import { PartBadge } from "../shell/PartBadge";
import { Act, Mono, Quiet, Trouble, Waiting } from "../theme/pieces";
import { FilmField, FilmImpact } from "./FilmField";

type Page = CallResult<"page">;
type Entry = NonNullable<Page["entry"]>;
type Removable = NonNullable<Page["removable"]>;

/** What of a page is content: where it lives, what it is about, who may open it. Live at once, so impact comes first. */
export const PageContent = ({ data }: { readonly data: Page }) => {
  const { about } = useAboutSite();
  const [dialog, setDialog] = useState<"change" | "remove" | null>(null);
  const { entry, removable } = data;
  const mayChange = useMay("choose");
  const mayRemove = useMay("design");
  if (!entry && !removable) return null;
  const { terms } = about.vocabulary;
  return (
    <Box component="section" aria-labelledby="content" sx={{ mt: 3 }}>
      <Typography id="content" variant="h2">
        {entry ? "The entry itself" : "What it is"}
      </Typography>
      <Quiet>Live at once: visitors see it without an edition.</Quiet>
      {entry ? (
        <Box
          component="dl"
          sx={{ display: "grid", gridTemplateColumns: "84px minmax(0,1fr)", gap: 0.75, my: 1 }}
        >
          <dt>Path</dt>
          <Fact>
            <Mono>{entry.path}</Mono>
          </Fact>
          <dt>Grouped under</dt>
          <Fact>
            {entry.terms.map((term) => terms[term]).join(", ") || <Quiet>nothing in particular</Quiet>}
          </Fact>
          {entry.film ? (
            <>
              <dt>Plays</dt>
              <Fact>{"file" in entry.film ? entry.film.name : entry.film.address}</Fact>
            </>
          ) : null}
          <dt>May open</dt>
          <Fact>{accessWords(entry.access, about.levels)}</Fact>
        </Box>
      ) : null}
      <Box sx={{ display: "flex", gap: 2 }}>
        {entry && mayChange ? <Act onClick={() => setDialog("change")}>Change …</Act> : null}
        {removable && mayRemove ? (
          <Act onClick={() => setDialog("remove")}>
            {
              { entry: "Delete this entry …", term: "Delete this term …", kind: "Delete this kind …" }[
                removable.what
              ]
            }
          </Act>
        ) : null}
      </Box>
      {dialog === "change" && entry ? (
        <ChangeEntry entry={entry} title={data.page.title} onClose={() => setDialog(null)} />
      ) : null}
      {dialog === "remove" && removable ? (
        <Remove removable={removable} title={data.page.title} onClose={() => setDialog(null)} />
      ) : null}
    </Box>
  );
};

const Fact = ({ children }: { readonly children: React.ReactNode }) => (
  <Box component="dd" sx={{ m: 0, overflowWrap: "anywhere" }}>
    {children}
  </Box>
);

const accessWords = (
  access: string,
  levels: readonly { readonly key: string; readonly name: string }[],
): string =>
  access === "public"
    ? "anyone"
    : access === "signedIn"
      ? "people signed in"
      : (levels.find(({ key }) => `level:${key}` === access)?.name ?? "a level that is gone");

const ChangeEntry = ({
  entry,
  title,
  onClose,
}: {
  readonly entry: Entry;
  readonly title: string;
  readonly onClose: () => void;
}) => {
  const change = useAct("changeEntry");
  const say = useSnackbar().enqueueSnackbar;
  const [fields, setFields] = useState<EntryFacts>({ ...entry, staysBelow: false });
  const [isSending, setSending] = useState(false);
  const { path, terms, access, inMenus, film, staysBelow } = fields;
  const wish = {
    entry: entry.id,
    ...(inMenus === entry.inMenus ? {} : { inMenus }),
    ...(path === entry.path ? {} : { path, tree: staysBelow ? ("stays" as const) : ("along" as const) }),
    ...(terms.join() === entry.terms.join() ? {} : { terms: [...terms] }),
    ...(access === entry.access ? {} : { access: access as "public" }),
    ...(JSON.stringify(film) === JSON.stringify(entry.film) ? {} : { film }),
  };
  const isSame = Object.keys(wish).length === 1;
  const asked = useDeferredValue(wish);
  const impact = useCall("entryImpact", asked, { enabled: !isSame });
  // what it does is said before it can be done; and the button does not move away below a pointer when it is said
  const isSaid =
    impact.isSuccess && !impact.isPlaceholderData && JSON.stringify(asked) === JSON.stringify(wish);
  const run = async () => {
    const done = await change.mutateAsync(wish).catch(() => null);
    if (!done) return;
    onClose();
    say(
      done.moves > 0
        ? `It lives at ${done.path} now; the old address leads there.`
        : "Changed. Visitors see it.",
    );
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="change-entry">
      <DialogTitle id="change-entry" sx={{ fontSize: 15, fontWeight: 600 }}>
        {title}
      </DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2 }}>
        <EntryFields fields={fields} onChange={setFields} onSending={setSending} />
        {impact.data && path !== entry.path && impact.data.below !== impact.data.belowThen ? (
          <MovesInTree
            {...impact.data}
            stays={staysBelow}
            onChange={(stays) => setFields({ ...fields, staysBelow: stays })}
          />
        ) : null}
        {!isSame && !isSaid && !impact.error ? <Waiting what="Computing what it would change …" /> : null}
        {impact.error && !isSame ? <Trouble>{impact.error.message}</Trouble> : null}
        {impact.data && !isSame && !impact.error ? (
          <EntryImpact impact={impact.data} film={wish.film} />
        ) : null}
        {change.error ? <Trouble>{change.error.message}</Trouble> : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          onClick={run}
          disabled={isSame || change.isPending || !isSaid || isSending}
        >
          Change it now
        </Button>
      </DialogActions>
    </Dialog>
  );
};

interface EntryFacts {
  readonly path: string;
  readonly terms: readonly string[];
  readonly access: string;
  readonly inMenus: boolean;
  readonly film: Film | null;
  /** Of a path that leads into another folder: only the path is another. */
  readonly staysBelow: boolean;
}

/** A path into another folder moves the page in the tree as well, unless one says it is about the path alone. */
const MovesInTree = ({
  below,
  belowThen,
  stays,
  onChange,
}: Pick<CallResult<"entryImpact">, "below" | "belowThen"> & {
  readonly stays: boolean;
  readonly onChange: (stays: boolean) => void;
}) => {
  const under = (title: string | null) => (title === null ? "no other page" : `“${title}”`);
  return (
    <Box>
      <FormControlLabel
        control={<Checkbox size="small" checked={!stays} onChange={(_, on) => onChange(!on)} />}
        label={`It also stands below ${under(belowThen)} from now on, not below ${under(below)}`}
      />
      <Box sx={{ pl: 3.5 }}>
        <Quiet>That is what breadcrumbs and “pages under” go by. Without it only the path is another.</Quiet>
      </Box>
    </Box>
  );
};

interface EntryFieldsProps {
  readonly fields: EntryFacts;
  readonly onChange: (fields: EntryFacts) => void;
  /** Told while a file is on its way. */
  readonly onSending: (isSending: boolean) => void;
}

const EntryFields = ({ fields, onChange, onSending }: EntryFieldsProps) => {
  const { about } = useAboutSite();
  const names = about.vocabulary.terms;
  const set = (changed: Partial<EntryFacts>) => onChange({ ...fields, ...changed });
  return (
    <>
      <Box>
        <label htmlFor="entry-path">Path</label>
        <TextField
          id="entry-path"
          fullWidth
          value={fields.path}
          onChange={(event) => set({ path: event.target.value })}
        />
      </Box>
      <Box>
        <label htmlFor="entry-terms">Grouped under</label>
        <Autocomplete
          id="entry-terms"
          multiple
          size="small"
          options={Object.keys(names)}
          value={[...fields.terms]}
          getOptionLabel={(id) => names[id] ?? "a term that is gone"}
          onChange={(_, terms) => set({ terms })}
          renderInput={(params) => <TextField {...params} />}
        />
      </Box>
      <AccessField access={fields.access} onChange={(access) => set({ access })} />
      <FilmField film={fields.film} onChange={(film) => set({ film })} onSending={onSending} />
      <FormControlLabel
        control={
          <Checkbox size="small" checked={!fields.inMenus} onChange={(_, on) => set({ inMenus: !on })} />
        }
        label="Not in menus: it is left out of menus made from the pages, and not offered to them"
      />
    </>
  );
};

const AccessField = ({
  access,
  onChange,
}: {
  readonly access: string;
  readonly onChange: (access: string) => void;
}) => {
  const { about } = useAboutSite();
  return (
    <Box sx={{ display: "flex", alignItems: "center", gap: 1 }}>
      <span id="entry-access">May open</span>
      <Select
        value={access}
        onChange={(event) => onChange(event.target.value)}
        SelectDisplayProps={{ "aria-labelledby": "entry-access" }}
      >
        {["public", "signedIn", ...about.levels.map(({ key }) => `level:${key}`)].map((each) => (
          <MenuItem key={each} value={each}>
            {accessWords(each, about.levels)}
          </MenuItem>
        ))}
      </Select>
    </Box>
  );
};

const EntryImpact = ({
  impact,
  film,
}: {
  readonly impact: CallResult<"entryImpact">;
  /** What it is to play, where that is changed. */
  readonly film: Film | null | undefined;
}) => (
  <Box>
    <Typography variant="h3">What changes for visitors, at once</Typography>
    {film !== undefined ? <FilmImpact impact={impact} film={film} /> : <ImpactView impact={impact.live} />}
    {impact.moves > 1 ? (
      <Box sx={{ mt: 0.75 }}>
        <Quiet>
          {count(impact.moves - 1, "page")} below it {impact.moves === 2 ? "moves" : "move"} along.
        </Quiet>
      </Box>
    ) : null}
  </Box>
);

const Remove = ({
  removable,
  title,
  onClose,
}: {
  readonly removable: Removable;
  readonly title: string;
  readonly onClose: () => void;
}) => {
  const router = useRouter();
  const site = useSite();
  const { data, error } = useCall("removalImpact", removable);
  const remove = useAct("removeFromContent");
  const bringBack = useAct("bringBack");
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const run = async () => {
    const done = await remove.mutateAsync(removable).catch(() => null);
    if (!done) return;
    const { removal, label } = done;
    onClose();
    router.push(leafPath("pages", site));
    const key = enqueueSnackbar(`${label} is deleted.`, {
      action: (
        <Button
          color="inherit"
          onClick={() => {
            closeSnackbar(key);
            bringBack.mutate({ removal });
          }}
        >
          Bring it back
        </Button>
      ),
    });
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="remove">
      <DialogTitle id="remove" sx={{ fontSize: 15, fontWeight: 600 }}>
        Delete {title}?
      </DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2 }}>
        {error ? <Trouble>{error.message}</Trouble> : null}
        {data ? <RemovalImpact data={data} what={removable.what} /> : null}
        {remove.error ? <Trouble>{remove.error.message}</Trouble> : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={run} disabled={!data || remove.isPending}>
          Delete
        </Button>
      </DialogActions>
    </Dialog>
  );
};

const RemovalImpact = ({
  data,
  what,
}: {
  readonly data: CallResult<"removalImpact">;
  readonly what: Removable["what"];
}) => (
  <>
    <Box>
      <Typography variant="h3">What changes for visitors, at once</Typography>
      <ImpactView impact={data.live} />
    </Box>
    <Box>
      <Typography variant="h3">In the draft</Typography>
      <ImpactView impact={data.draft} />
    </Box>
    {data.broken.length > 0 ? (
      <Box component="ul" aria-label="Lines that break" sx={{ m: 0, pl: 2.5 }}>
        {data.broken.map(({ part, lines, exceptions }) => (
          <li key={part}>
            <PartBadge part={part} /> {lines > 0 ? `${count(lines, "line")} will point at nothing` : ""}
            {lines > 0 && exceptions > 0 ? "; " : ""}
            {exceptions > 0 ? `${count(exceptions, "“Not on” line")} will, and block publishing` : ""}
          </li>
        ))}
      </Box>
    ) : null}
    <Quiet>
      {what === "kind" ? `Its ${pagesText(data.entries)} go with it. ` : ""}What hangs below moves up. It is
      kept, and can be brought back.
    </Quiet>
  </>
);
