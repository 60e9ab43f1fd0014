"use client";
import { Box, Button, TextField, Typography } from "@mui/material";
import { useSnackbar } from "notistack";
import { useState } from "react";
import { useFrame, useMay } from "../client/frame";
import { useAct, useCall } from "../client/hooks";
import { Act, Mono, Quiet, ShownOnce } from "../theme/pieces";

/** Links to the draft for those without an account: made, shown once, taken back. */
export const DraftLinks = () => {
  const { moment } = useFrame();
  const mayDesign = useMay("design");
  const { data } = useCall("draftLinks", {});
  const create = useAct("createDraftLink");
  const drop = useAct("dropDraftLink");
  const say = useSnackbar().enqueueSnackbar;
  const [name, setName] = useState("");
  const made = create.data;
  return (
    <Box component="section" aria-labelledby="links-head">
      <Typography variant="h2" id="links-head">
        Show the draft to someone
      </Typography>
      <Quiet>
        Whoever has the link sees all pages as they are in the draft, for 14 days, without an account.
      </Quiet>
      {mayDesign ? (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== "") create.mutate({ name: name.trim() }, { onSuccess: () => setName("") });
          }}
          sx={{ display: "flex", flexWrap: "wrap", gap: 1, mt: 1 }}
        >
          <TextField
            value={name}
            placeholder="For whom"
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { "aria-label": "For whom the link is", maxLength: 80 } }}
            sx={{ flex: 1, minWidth: 150 }}
          />
          <Button type="submit" variant="outlined" disabled={name.trim() === "" || create.isPending}>
            Make a link
          </Button>
        </Box>
      ) : null}
      {made ? (
        <ShownOnce>
          <strong>Send it now; it is not shown again.</strong>
          <Mono data-testid="draft-link">{made.url}</Mono>
          <Act
            onClick={() =>
              navigator.clipboard.writeText(made.url).then(
                () => say("The link is in the clipboard."),
                () => say("This browser does not let it be copied. Select it and copy it yourself."),
              )
            }
          >
            Copy
          </Act>
        </ShownOnce>
      ) : null}
      <Box component="ul" aria-label="Links to the draft" sx={{ listStyle: "none", m: 0, mt: 0.5, p: 0 }}>
        {data?.links.map((link) => (
          <Box
            component="li"
            key={link.id}
            sx={{
              display: "grid",
              gridTemplateColumns: "minmax(0,1fr) auto",
              columnGap: 1.5,
              alignItems: "center",
              py: 0.75,
              borderBottom: 1,
              borderColor: "divider",
            }}
          >
            <span>
              <strong>{link.name}</strong>
              <br />
              <Quiet style={{ fontSize: 12 }}>
                until {moment(link.ends)}, by {link.author}
                {link.used === null ? ", not opened yet" : `, last opened ${moment(link.used)}`}
              </Quiet>
            </span>
            {mayDesign ? (
              <Act
                aria-label={`Take back the link for ${link.name}`}
                disabled={drop.isPending}
                onClick={() => {
                  create.reset();
                  drop.mutate({ id: link.id });
                }}
              >
                Take back
              </Act>
            ) : null}
          </Box>
        ))}
      </Box>
    </Box>
  );
};
