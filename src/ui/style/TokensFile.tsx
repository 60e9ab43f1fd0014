"use client";
import { Box, Button } from "@mui/material";
import { useSnackbar } from "notistack";
import { useRef, useState } from "react";
import { COLOUR_ROLES, type ColourRole } from "../../core/model/house-style";
import { count, ROLE_NAMES, TYPE_STYLE_NAMES } from "../../messages/words";
import { type CallResult, call } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { saveAs } from "../client/save-as";
import { OneOf } from "../fields/ChoiceInput";
import { Swatch } from "../fields/ColourField";
import { Act, Mono, Quiet, Row, Rows, Trouble } from "../theme/pieces";

const MEASURE_NAMES = { contentWidth: "content width", radius: "corners", distance: "distance" } as const;
const IS_WORDS = { new: "new", same: "the same", differs: "another value" } as const;

/** The style as a W3C design tokens file: out, and in with a plan first. */
export const TokensFile = ({ mayDesign }: { readonly mayDesign: boolean }) => {
  const site = useSite();
  const say = useSnackbar().enqueueSnackbar;
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<{ readonly name: string; readonly text: string } | null>(null);
  const save = async () => {
    try {
      const { text } = await call(site, "tokensFile", {});
      saveAs(`${site}.tokens.json`, new Blob([text], { type: "application/json" }));
    } catch (error) {
      say(error instanceof Error ? error.message : "The file could not be written.", { variant: "error" });
    }
  };
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "center" }}>
        <Button variant="contained" onClick={() => void save()}>
          Save the style as a file
        </Button>
        {mayDesign ? (
          <Button variant="outlined" onClick={() => input.current?.click()}>
            Read a file …
          </Button>
        ) : null}
        <input
          ref={input}
          type="file"
          accept=".json,application/json"
          aria-label="Tokens file"
          hidden
          onChange={async (event) => {
            const [chosen] = event.target.files ?? [];
            event.target.value = "";
            if (chosen) setFile({ name: chosen.name, text: await chosen.text() });
          }}
        />
        <Quiet>W3C Design Tokens, JSON. Other tools read it too.</Quiet>
      </Box>
      {file ? <FilePlan key={file.name + file.text.length} file={file} onDone={() => setFile(null)} /> : null}
    </Box>
  );
};

const FilePlan = ({
  file,
  onDone,
}: {
  readonly file: { readonly name: string; readonly text: string };
  readonly onDone: () => void;
}) => {
  const [roles, setRoles] = useState<Partial<Record<ColourRole, string>>>({});
  const { data, error } = useCall("tokensPlan", { text: file.text, roles });
  const take = useAct("tokensImport");
  if (error) return <Trouble>{error.message}</Trouble>;
  if (!data) return null;
  const changed = data.colours.filter(({ is }) => is !== "same").length;
  return (
    <Box role="region" aria-label={`Plan for ${file.name}`} sx={{ mt: 2.5 }}>
      <Box sx={{ mb: 1 }}>
        <strong>{file.name}</strong>{" "}
        <Quiet>
          {data.isOurs
            ? "was written by Gray Latch: it gives back the whole style."
            : `${count(data.colours.length, "colour")}, ${changed} of them new or of another value; nothing is taken away.`}
        </Quiet>
      </Box>
      <List name="Colours">
        {data.colours.map(({ name, colour, is }) => (
          <Line key={name}>
            <Swatch value={colour.value} />
            <span>{colour.name}</span> <Mono>{colour.value}</Mono> <Quiet>{IS_WORDS[is]}</Quiet>
          </Line>
        ))}
      </List>
      {data.isOurs ? null : (
        <>
          <WhatFor data={data} onRole={(role, colour) => setRoles({ ...roles, [role]: colour })} />
          <TypeAndMeasures data={data} />
        </>
      )}
      {data.kept.length === 0 ? null : (
        <List name="Kept, though the style has no place for it">
          {data.kept.map(({ name, type }) => (
            <Line key={name}>
              <Mono>{name}</Mono> <Quiet>{type}</Quiet>
            </Line>
          ))}
        </List>
      )}
      <Box sx={{ mt: 1.5, display: "flex", gap: 1.5 }}>
        <Button
          variant="contained"
          disabled={take.isPending}
          onClick={() => take.mutate({ text: file.text, roles }, { onSuccess: onDone })}
        >
          Take it into the draft
        </Button>
        <Act onClick={onDone}>Cancel</Act>
      </Box>
      {take.error ? <Trouble>{take.error.message}</Trouble> : null}
    </Box>
  );
};

type PlanData = CallResult<"tokensPlan">;

const WhatFor = ({
  data,
  onRole,
}: {
  readonly data: PlanData;
  readonly onRole: (role: ColourRole, colour: string) => void;
}) => (
  <List name="What they are for">
    {COLOUR_ROLES.map((role) => (
      <Line key={role}>
        <span style={{ width: 130 }}>{ROLE_NAMES[role]}</span>
        <Box sx={{ width: 240 }}>
          <OneOf
            id={`token-${role}`}
            label={`${ROLE_NAMES[role]} takes`}
            value={data.roles[role]}
            options={data.result.palette.map(({ id, name }) => [id, name] as const)}
            onChange={(next) => onRole(role, next)}
          />
        </Box>
      </Line>
    ))}
  </List>
);

const TypeAndMeasures = ({ data: { fonts, looks, measures } }: { readonly data: PlanData }) =>
  fonts.length + looks.length + measures.length === 0 ? null : (
    <List name="Type and measures">
      {fonts.map(({ name, use, family }) => (
        <Line key={name}>
          {family} <Quiet>for {use}</Quiet>
        </Line>
      ))}
      {looks.map(({ name, style, look }) => (
        <Line key={name}>
          {TYPE_STYLE_NAMES[style]}{" "}
          <Quiet>
            {look.size} rem, weight {look.weight}
          </Quiet>
        </Line>
      ))}
      {measures.map(({ name, measure, px }) => (
        <Line key={name}>
          {MEASURE_NAMES[measure]} <Quiet>{px} px</Quiet>
        </Line>
      ))}
    </List>
  );

const List = ({ name, children }: { readonly name: string; readonly children: React.ReactNode }) => (
  <Box sx={{ mb: 1.5 }}>
    <Box sx={{ fontWeight: 600, mb: 0.25 }}>{name}</Box>
    <Rows aria-label={name}>{children}</Rows>
  </Box>
);

const Line = ({ children }: { readonly children: React.ReactNode }) => <Row>{children}</Row>;
