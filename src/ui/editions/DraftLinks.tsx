"use client";
import { Box, Typography } from "@mui/material";
import { useSnackbar } from "notistack";
import { useAboutSite, useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall } from "../client/hooks";
import { MakeNamed } from "../fields/MakeNamed";
import { Act, Mono, Quiet, Rows, ShownOnce } from "../theme/pieces";

/** Links to the draft for those without an account: made, shown once, taken back. */
export const DraftLinks = () => {
  const mayDesign = useMay("design");
  const { data } = useCall("draftLinks", {});
  const create = useAct("createDraftLink");
  return (
    <Box component="section" aria-labelledby="links-head">
      <Typography variant="h2" id="links-head">
        Show the draft to someone
      </Typography>
      <Quiet>
        Whoever has the link sees all pages as they are in the draft, for 14 days, without an account.
      </Quiet>
      {mayDesign ? (
        <MakeNamed
          hint="For whom"
          label="For whom the link is"
          words="Make a link"
          variant="outlined"
          isPending={create.isPending}
          onMake={(name) => create.mutateAsync({ name })}
        />
      ) : null}
      {create.data ? <MadeLink url={create.data.url} /> : null}
      <Rows aria-label="Links to the draft" style={{ marginTop: 4 }}>
        {data?.links.map((link) => (
          <LinkLine key={link.id} link={link} onTakeBack={mayDesign ? create.reset : null} />
        ))}
      </Rows>
    </Box>
  );
};

const MadeLink = ({ url }: { readonly url: string }) => {
  const say = useSnackbar().enqueueSnackbar;
  const copy = () =>
    navigator.clipboard.writeText(url).then(
      () => say("The link is in the clipboard."),
      () => say("This browser does not let it be copied. Select it and copy it yourself."),
    );
  return (
    <ShownOnce>
      <strong>Send it now; it is not shown again.</strong>
      <Mono data-testid="draft-link">{url}</Mono>
      <Act onClick={copy}>Copy</Act>
    </ShownOnce>
  );
};

const LinkLine = ({
  link,
  onTakeBack,
}: {
  readonly link: CallResult<"draftLinks">["links"][number];
  /** `null` for who may not. */
  readonly onTakeBack: (() => void) | null;
}) => {
  const { moment } = useAboutSite();
  const drop = useAct("dropDraftLink");
  return (
    <Box
      component="li"
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
      {onTakeBack ? (
        <Act
          aria-label={`End the link for ${link.name}`}
          disabled={drop.isPending}
          onClick={() => {
            onTakeBack();
            drop.mutate({ id: link.id });
          }}
        >
          End it
        </Act>
      ) : null}
    </Box>
  );
};
