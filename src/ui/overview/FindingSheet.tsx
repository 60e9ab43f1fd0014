"use client";
import { Box, Typography } from "@mui/material";
import { useRouter } from "next/navigation";
import { describeFinding, FINDING_NAMES } from "../../messages/findings";
import { sentenceCase } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { PartBadge } from "../shell/PartBadge";
import { SheetLink } from "../shell/SheetLink";
import { Act, Mono, Quiet, Row, Rows, Trouble, Waiting } from "../theme/pieces";
import { MendView } from "./MendView";

export type Found = CallResult<"findings">["findings"][number];

/** What tells a finding from others, as the server is asked about it again. */
const identityOf = (finding: Found) => ({
  code: finding.code,
  ...("part" in finding ? { part: finding.part } : {}),
  ...("parts" in finding ? { parts: [...finding.parts] } : {}),
  ...("slot" in finding ? { slot: finding.slot } : {}),
  ...("page" in finding ? { page: finding.page } : {}),
  ...("name" in finding ? { name: finding.name } : {}),
  ...("first" in finding ? { first: finding.first } : {}),
  ...("in" in finding ? { in: finding.in, line: finding.line } : {}),
});
export const findingKey = (finding: Found): string => JSON.stringify(identityOf(finding));

/** One finding: what it is about, and every change that settles it, each with its impact. */
export const FindingSheet = ({
  finding,
  onDone,
}: {
  readonly finding: Found;
  readonly onDone: () => void;
}) => {
  const { badge, moment } = useAboutSite();
  const site = useSite();
  const parts = "parts" in finding ? finding.parts : "part" in finding ? [finding.part] : [];
  return (
    <>
      <Box sx={{ borderBottom: 1, borderColor: "text.primary", pb: 1.5 }}>
        <Typography variant="h2">To settle: {FINDING_NAMES[finding.code]}</Typography>
      </Box>
      <Typography sx={{ py: 2, fontSize: "0.94rem" }}>
        {sentenceCase(describeFinding(finding, badge, moment))}
      </Typography>
      <Rows aria-label="Parts of it">
        {parts.map((part) => (
          <Row key={part}>
            <span>
              <PartBadge part={part} withName />
            </span>
            <SheetLink href={partPath(part, site, ["where"])}>
              {finding.code === "nowhere" ? "Say where" : "Where it shows"}
            </SheetLink>
          </Row>
        ))}
      </Rows>
      <SomePages finding={finding} />
      <Mends finding={finding} onDone={onDone} />
    </>
  );
};

const SomePages = ({ finding }: { readonly finding: Found }) =>
  finding.some.length === 0 ? null : (
    <Box component="details" sx={{ mt: 1.5, "& summary": { cursor: "pointer" } }}>
      <summary>The pages</summary>
      <Box component="ul" sx={{ m: 0, pl: 2.5, color: "text.secondary", fontSize: 12 }}>
        {finding.some.map((page) => (
          <li key={page.identity}>
            {page.title} <Mono>{page.path}</Mono>
          </li>
        ))}
        {"pages" in finding && finding.pages > finding.some.length ? (
          <li>and {finding.pages - finding.some.length} more</li>
        ) : null}
      </Box>
    </Box>
  );

const Mends = ({ finding, onDone }: { readonly finding: Found; readonly onDone: () => void }) => {
  const router = useRouter();
  const site = useSite();
  const { data, error, isPlaceholderData } = useCall("findingMends", { finding: identityOf(finding) });
  if (error) return <Trouble>{error.message}</Trouble>;
  if (!data || isPlaceholderData) return <Waiting what="Trying what would settle it …" />;
  if (!data.isThere)
    return (
      <Box sx={{ mt: 2 }}>
        <Quiet>It is settled in the draft.</Quiet>
      </Box>
    );
  return (
    <Box component="section" aria-labelledby="mends" sx={{ mt: 3 }}>
      <Typography id="mends" variant="h2">
        What settles it
      </Typography>
      {data.mends.map((mend, place) => (
        <MendView key={place} mend={mend} onDone={onDone} />
      ))}
      {finding.code === "noBody" ? (
        <Box sx={{ py: 1.5 }}>
          <Act onClick={() => router.push(partPath(finding.part, site))}>Open it and add the body</Act>
        </Box>
      ) : null}
      {finding.code === "nowhere" ? (
        <Box sx={{ py: 1.5 }}>
          <Act onClick={() => router.push(partPath(finding.part, site, ["where"]))}>Give it a line</Act>
        </Box>
      ) : null}
    </Box>
  );
};
