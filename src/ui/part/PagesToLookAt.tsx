"use client";
import { Box, styled } from "@mui/material";
import { memo } from "react";
import { ratioWords, screenWords } from "../../messages/fit";
import { LOOK_NAMES } from "../../messages/look-findings";
import type { CallResult } from "../client/call";
import { Quiet, Wrong } from "../theme/pieces";

/** Why a page is looked at. */
export const WHY_WORDS: Readonly<Record<string, string>> = {
  first: "shown first",
  darkPicture: "dark picture",
  brightPicture: "bright picture",
  longestTitle: "longest title",
  noPicture: "no picture",
  archive: "an archive",
  notFound: "page not found",
  account: "page to sign in",
};

/** A page the part is looked at on. */
export type PageToLookAt = CallResult<"previewPages">["pages"][number];

/** The pages to look at, each with why it was chosen and the worst that is on it. */
export const PagesToLookAt = memo(
  ({
    pages,
    shown,
    onChoose,
  }: {
    readonly pages: readonly PageToLookAt[];
    readonly shown: string | null;
    readonly onChoose: (page: string) => void;
  }) => (
    <Box
      role="group"
      aria-label="Pages to look at"
      sx={{ mt: 1.25, display: "grid", gridTemplateColumns: "repeat(auto-fill,minmax(140px,1fr))", gap: 1 }}
    >
      {pages.map((each, index) => (
        <PageCard
          key={each.identity}
          page={each}
          number={index + 1}
          isShown={each.identity === shown}
          onChoose={() => onChoose(each.identity)}
        />
      ))}
    </Box>
  ),
);

const PageCard = ({
  page,
  number,
  isShown,
  onChoose,
}: {
  readonly page: PageToLookAt;
  readonly number: number;
  readonly isShown: boolean;
  readonly onChoose: () => void;
}) => (
  <CardButton type="button" aria-pressed={isShown} onClick={onChoose}>
    <Box
      sx={{
        fontWeight: 600,
        fontSize: 12.5,
        overflow: "hidden",
        textOverflow: "ellipsis",
        whiteSpace: "nowrap",
      }}
    >
      {number} {page.title}
    </Box>
    <Box sx={{ display: "flex", justifyContent: "space-between", gap: 1, fontSize: 12 }}>
      <Quiet>{WHY_WORDS[page.why]}</Quiet>
      {page.faint ? (
        <Wrong
          style={{ whiteSpace: "nowrap" }}
          title={page.faint.at ? `at ${screenWords(page.faint.at)}` : "on a ground of one colour"}
        >
          {page.faint.is === "logo" ? "logo " : ""}
          {ratioWords(page.faint.ratio)}
        </Wrong>
      ) : page.hides ? (
        <Wrong>{LOOK_NAMES[page.hides]}</Wrong>
      ) : page.isDead ? (
        <Wrong>dead link</Wrong>
      ) : (
        <Quiet>passes</Quiet>
      )}
    </Box>
  </CardButton>
);

const CardButton = styled("button")(({ theme }) => ({
  font: "inherit",
  color: "inherit",
  textAlign: "left",
  padding: "4px 8px",
  minHeight: 46,
  minWidth: 0,
  border: `1px solid ${theme.vars?.palette.divider}`,
  "&[aria-pressed=true]": { borderColor: theme.vars?.palette.text.primary },
  borderRadius: theme.vars?.shape.borderRadius,
  background: theme.vars?.palette.ours.sheet,
  cursor: "pointer",
}));
