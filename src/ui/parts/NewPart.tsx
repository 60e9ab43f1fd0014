"use client";
import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  MenuItem,
  Radio,
  RadioGroup,
  Select,
  TextField,
  Typography,
} from "@mui/material";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import { type Clause, NOWHERE } from "../../core/model/placement";
import { SLOTS, type Slot } from "../../core/model/slot";
import { DESIGNED_SLOTS, type Traits } from "../../core/starting/traits";
import { describeCondition } from "../../messages/placement-sentences";
import { describeStart, startName } from "../../messages/starts";
import { pages as pagesText, SLOT_NAMES, sentenceCase, slotName } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { leafPath, partPath } from "../client/paths";
import { PlacePicker } from "../fields/PlacePicker";
import { usePlaceWords } from "../part/where/usePlaceWords";
import { SheetLink } from "../shell/SheetLink";
import { Act, Quiet, Trouble } from "../theme/pieces";

/** A new part: for which slot, from what, and always where. */
export const NewPart = ({
  slot: first,
  starts,
  design = null,
  onClose,
}: {
  readonly slot: Slot;
  /** What may be begun with; null while it begins with a design that is chosen already. */
  readonly starts: CallResult<"parts">["starts"] | null;
  readonly design?: Traits | null;
  readonly onClose: () => void;
}) => {
  const site = useSite();
  const router = useRouter();
  const create = useAct("createPart");
  const [slot, setSlot] = useState<Slot>(first);
  const [start, setStart] = useState<string>(starts?.[first][0]?.key ?? "");
  const [name, setName] = useState("");
  const [where, setWhere] = useState<Where>("every");
  const [clauses, setClauses] = useState<readonly Clause[]>([]);
  const conditions =
    where === "every"
      ? [{ clauses: [] }]
      : where === "some"
        ? clauses.map((clause) => ({ clauses: [clause] }))
        : [];
  const unsaid = where === "some" && clauses.length === 0;
  const make = async () => {
    const made = await create.mutateAsync({
      slot,
      name: name === "" && design ? startName(design) : name,
      start: design ?? (start === "" ? null : start),
      placement: { ...NOWHERE, conditions },
    });
    router.push(partPath(made.part, site));
  };
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-labelledby="new-part"
      slotProps={{
        paper: {
          component: "form",
          noValidate: true,
          onSubmit: (event: React.FormEvent) => {
            event.preventDefault();
            if (!create.isPending && !unsaid) void make();
          },
        } as object,
      }}
    >
      <DialogTitle id="new-part" sx={{ fontSize: 15, fontWeight: 600 }}>
        New part
      </DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2 }}>
        <Box sx={{ display: "flex", gap: 2, alignItems: "center", flexWrap: "wrap" }}>
          <SlotChoice
            slot={slot}
            isFixed={design !== null}
            onChange={(next) => {
              setSlot(next);
              setStart(starts?.[next][0]?.key ?? "");
            }}
          />
          <TextField
            autoFocus
            value={name}
            placeholder="Name, if you have one"
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { "aria-label": "Name", maxLength: 120 } }}
            sx={{ flex: 1, minWidth: 180 }}
          />
        </Box>
        {design ? (
          <Box>
            <Typography variant="h3">Begins with</Typography>
            {describeStart(design)}
          </Box>
        ) : null}
        <Box hidden={design !== null}>
          <BeginWith slot={slot} starts={starts} start={start} onStart={setStart} />
        </Box>
        <ShowsOn where={where} onWhere={setWhere} clauses={clauses} onClauses={setClauses} />
        {conditions.length > 0 ? <Reach slot={slot} conditions={conditions} /> : null}
        {create.error ? <Trouble>{create.error.message}</Trouble> : null}
      </DialogContent>
      <DialogActions>
        <Button type="button" onClick={onClose}>
          Cancel
        </Button>
        <Button variant="contained" type="submit" disabled={create.isPending || unsaid}>
          Make it
        </Button>
      </DialogActions>
    </Dialog>
  );
};

/** On how many pages it would show, and who shows on the others it asks for. */
const Reach = ({
  slot,
  conditions,
}: {
  readonly slot: Slot;
  readonly conditions: { clauses: Clause[] }[];
}) => {
  const { badge } = useAboutSite();
  const { data } = useCall("newPartReach", { slot, placement: { ...NOWHERE, conditions } });
  if (!data) return null;
  const keeper = data.keeper === null ? null : badge(data.keeper);
  if (data.shows === 0)
    return (
      <Typography role="status">
        <strong>It would show on none.</strong>{" "}
        {keeper === null
          ? "No page is like this. Choose others."
          : `${sentenceCase(keeper)} asks for these pages too and comes first, or narrower ones do. Choose other pages, or change what ${keeper} asks for afterwards.`}
      </Typography>
    );
  const others = data.asks - data.shows;
  return (
    <Quiet>
      It will show on {pagesText(data.shows)}
      {others > 0
        ? `; ${keeper ?? "others"}${others === 1 ? " keeps" : " and parts like it keep"} ${pagesText(others)}`
        : ""}
      .
    </Quiet>
  );
};

type Where = "every" | "some" | "nowhere";

const SlotChoice = ({
  slot,
  isFixed,
  onChange,
}: {
  readonly slot: Slot;
  readonly isFixed: boolean;
  readonly onChange: (slot: Slot) => void;
}) => (
  <>
    <span id="new-slot">For the slot</span>
    <Select
      value={slot}
      disabled={isFixed}
      SelectDisplayProps={{ "aria-labelledby": "new-slot" }}
      onChange={(event) => onChange(event.target.value)}
    >
      {SLOTS.map((each) => (
        <MenuItem key={each} value={each}>
          {SLOT_NAMES[each]}
        </MenuItem>
      ))}
    </Select>
  </>
);

/** One of several, with a word on what it means. */
const Way = ({
  value,
  name,
  about,
}: {
  readonly value: string;
  readonly name: ReactNode;
  readonly about?: string;
}) => (
  <FormControlLabel
    value={value}
    control={<Radio size="small" />}
    label={
      <>
        {name} {about === undefined ? null : <Quiet>{about}</Quiet>}
      </>
    }
  />
);

const BeginWith = ({
  slot,
  starts,
  start,
  onStart,
}: {
  readonly slot: Slot;
  readonly starts: CallResult<"parts">["starts"] | null;
  readonly start: string;
  readonly onStart: (start: string) => void;
}) => {
  const site = useSite();
  const empty =
    slot === "layout"
      ? "you add bands yourself"
      : `until you add a band it leaves the ${slotName(slot)} empty on purpose`;
  return (
    <>
      <Typography variant="h3" id="new-start">
        Begin with
      </Typography>
      <RadioGroup value={start} onChange={(_, value) => onStart(value)} aria-labelledby="new-start">
        {(starts?.[slot] ?? []).map((point) => (
          <Way key={point.key} value={point.key} name={<strong>{point.name}</strong>} about={point.about} />
        ))}
        <Way value="" name={<strong>Empty</strong>} about={empty} />
      </RadioGroup>
      {DESIGNED_SLOTS.some((each) => each === slot) ? (
        <SheetLink href={`${leafPath("starts", site)}?slot=${slot}`}>
          See complete {slotName(slot)}s made for this site
        </SheetLink>
      ) : null}
    </>
  );
};

interface ShowsOnProps {
  readonly where: Where;
  readonly onWhere: (where: Where) => void;
  readonly clauses: readonly Clause[];
  readonly onClauses: (clauses: readonly Clause[]) => void;
}

const ShowsOn = ({ where, onWhere, clauses, onClauses }: ShowsOnProps) => {
  const { about } = useAboutSite();
  const { words, learn } = usePlaceWords(about.vocabulary);
  return (
    <Box>
      <Typography variant="h3" id="new-where">
        Shows on
      </Typography>
      <RadioGroup value={where} onChange={(_, value) => onWhere(value as Where)} aria-labelledby="new-where">
        <Way value="every" name="every page" about="narrower parts still win on theirs" />
        <Way value="some" name="only …" />
        {where === "some" ? (
          <Box sx={{ pl: 4 }}>
            {clauses.map((clause, index) => (
              <Box key={index}>
                {describeCondition({ clauses: [clause] }, words)}{" "}
                <Act onClick={() => onClauses(clauses.filter((_, at) => at !== index))}>Leave out</Act>
              </Box>
            ))}
            <PlacePicker
              label="Shows on"
              placeholder="type a kind, topic, page …"
              whole={false}
              pairs
              onPick={(place) => {
                learn(place);
                onClauses([...clauses, ...[place.clause, place.also].flatMap((clause) => clause ?? [])]);
              }}
            />
          </Box>
        ) : null}
        <Way value="nowhere" name="nowhere yet" about="visitors will not see it" />
      </RadioGroup>
    </Box>
  );
};
