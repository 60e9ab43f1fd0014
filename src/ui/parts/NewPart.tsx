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
import { useState } from "react";
import { type Clause, NOWHERE } from "../../core/model/placement";
import { SLOTS, type Slot } from "../../core/model/slot";
import type { Traits } from "../../core/starting/traits";
import { describeCondition } from "../../messages/placement-sentences";
import { describeStart, startName } from "../../messages/starts";
import { SLOT_NAMES, slotName } from "../../messages/words";
import type { CallResult } from "../client/call";
import { useFrame } from "../client/frame";
import { useAct, useSite } from "../client/hooks";
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
  const { frame } = useFrame();
  const { words, learn } = usePlaceWords(frame.vocabulary);
  const site = useSite();
  const router = useRouter();
  const create = useAct("createPart");
  const [slot, setSlot] = useState<Slot>(first);
  const [start, setStart] = useState<string>(starts?.[first][0]?.key ?? "");
  const [name, setName] = useState("");
  const [where, setWhere] = useState<"every" | "some" | "nowhere">("every");
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
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="new-part">
      <DialogTitle id="new-part" sx={{ fontSize: 15, fontWeight: 600 }}>
        New part
      </DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2 }}>
        <Box sx={{ display: "flex", gap: 2, alignItems: "center", flexWrap: "wrap" }}>
          <span id="new-slot">For the slot</span>
          <Select
            value={slot}
            disabled={design !== null}
            SelectDisplayProps={{ "aria-labelledby": "new-slot" }}
            onChange={(event) => {
              setSlot(event.target.value);
              setStart(starts?.[event.target.value][0]?.key ?? "");
            }}
          >
            {SLOTS.map((each) => (
              <MenuItem key={each} value={each}>
                {SLOT_NAMES[each]}
              </MenuItem>
            ))}
          </Select>
          <TextField
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
          <Typography variant="h3" id="new-start">
            Begin with
          </Typography>
          {slot === "header" || slot === "footer" ? (
            <SheetLink href={`${leafPath("starts", site)}?slot=${slot}`}>
              See complete {slotName(slot)}s made for this site
            </SheetLink>
          ) : null}
          <RadioGroup value={start} onChange={(_, value) => setStart(value)} aria-labelledby="new-start">
            {(starts?.[slot] ?? []).map((point) => (
              <FormControlLabel
                key={point.key}
                value={point.key}
                control={<Radio size="small" />}
                label={
                  <>
                    <strong>{point.name}</strong> <Quiet>{point.about}</Quiet>
                  </>
                }
              />
            ))}
            <FormControlLabel
              value=""
              control={<Radio size="small" />}
              label={
                <>
                  <strong>Empty</strong>{" "}
                  <Quiet>
                    {slot === "layout"
                      ? "you add bands yourself"
                      : `until you add a band it leaves the ${slotName(slot)} empty on purpose`}
                  </Quiet>
                </>
              }
            />
          </RadioGroup>
        </Box>
        <Box>
          <Typography variant="h3" id="new-where">
            Shows on
          </Typography>
          <RadioGroup
            value={where}
            onChange={(_, value) => setWhere(value as "every")}
            aria-labelledby="new-where"
          >
            <FormControlLabel
              value="every"
              control={<Radio size="small" />}
              label={
                <>
                  every page <Quiet>narrower parts still win on theirs</Quiet>
                </>
              }
            />
            <FormControlLabel value="some" control={<Radio size="small" />} label="only …" />
            {where === "some" ? (
              <Box sx={{ pl: 4 }}>
                {clauses.map((clause, index) => (
                  <Box key={index}>
                    {describeCondition({ clauses: [clause] }, words)}{" "}
                    <Act onClick={() => setClauses(clauses.filter((_, at) => at !== index))}>Leave out</Act>
                  </Box>
                ))}
                <PlacePicker
                  label="Shows on"
                  placeholder="type a kind, topic, page …"
                  whole={false}
                  onPick={(place) => {
                    learn(place);
                    if (place.clause) setClauses([...clauses, place.clause]);
                  }}
                />
              </Box>
            ) : null}
            <FormControlLabel
              value="nowhere"
              control={<Radio size="small" />}
              label={
                <>
                  nowhere yet <Quiet>visitors will not see it</Quiet>
                </>
              }
            />
          </RadioGroup>
        </Box>
        {create.error ? <Trouble>{create.error.message}</Trouble> : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={make} disabled={create.isPending || unsaid}>
          Make it
        </Button>
      </DialogActions>
    </Dialog>
  );
};
