"use client";
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  TextField,
  type TextFieldProps,
} from "@mui/material";
import { useState } from "react";
import { useAct } from "../client/hooks";
import { leafPath } from "../client/paths";
import { Quiet, Trouble } from "../theme/pieces";

const addressOf = (name: string): string =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^[^a-z]+|-+$/g, "")
    .slice(0, 40);

/** A new site: its name, its address, its first pages. It leads on to its first frame. */
export const NewSite = ({ onClose }: { readonly onClose: () => void }) => {
  const create = useAct("createSite");
  const [name, setName] = useState("");
  const [address, setAddress] = useState<string | null>(null);
  const [pages, setPages] = useState("");
  const shown = address ?? addressOf(name);
  const make = async () => {
    const titles = pages.split("\n").map((line) => line.trim());
    const made = await create.mutateAsync({
      name,
      address: shown,
      pages: titles.filter((line) => line !== ""),
    });
    // another site: everything the studio knows is asked anew
    window.location.assign(leafPath("begin", made.site));
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="new-site">
      <DialogTitle id="new-site" sx={{ fontSize: 15, fontWeight: 600 }}>
        New site
      </DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2, "&&": { pt: 1 } }}>
        <Text label="Name" value={name} onChange={setName} most={200} autoFocus />
        <Text
          label="Web address"
          value={shown}
          helperText="Small letters, digits and hyphens; it begins the address of the site."
          onChange={setAddress}
          most={40}
        />
        <Text
          label="First pages, a line each"
          value={pages}
          multiline
          minRows={4}
          placeholder={"Visit\nOpening hours\nContact"}
          onChange={setPages}
        />
        <Quiet>A front page is made as well. Then you choose a first design.</Quiet>
        {create.error ? <Trouble>{create.error.message}</Trouble> : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          onClick={make}
          disabled={create.isPending || name.trim() === "" || shown === ""}
        >
          Make the site
        </Button>
      </DialogActions>
    </Dialog>
  );
};

const Text = ({
  onChange,
  most,
  ...rest
}: Omit<TextFieldProps, "onChange"> & {
  readonly onChange: (value: string) => void;
  readonly most?: number;
}) => (
  <TextField
    {...rest}
    onChange={(event) => onChange(event.target.value)}
    slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: most } }}
  />
);
