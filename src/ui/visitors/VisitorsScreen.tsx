"use client";
import { Box, MenuItem, Select, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import { useState } from "react";
import { count } from "../../messages/words";
import { useAboutSite, useMay } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall } from "../client/hooks";
import { Act, Empty, Pending, Quiet, SheetHead } from "../theme/pieces";
import { AddVisitor } from "./AddVisitor";
import { type Handed, HandOver } from "./HandOver";
import { newPassword } from "./new-password";

type Visitor = CallResult<"visitors">["visitors"][number];

/** Accounts of those who may sign in on the public site: who they are, and what their membership lets them read. */
export const VisitorsScreen = () => {
  const { data, error } = useCall("visitors", {});
  const [handed, setHanded] = useState<Handed | null>(null);
  const mayChange = useMay("design");
  if (!data) return <Pending error={error} what="Reading the accounts …" />;
  return (
    <Box sx={{ px: 2.5, py: 2.25 }}>
      <SheetHead
        title="Visitor accounts"
        about={`${count(data.visitors.length, "account")}${data.isMore ? ", the first of more" : ""}`}
      />
      <Quiet>
        They sign in on the public site, where an Account link leads, and read what their membership lets
        them. They have no part in the studio.
      </Quiet>
      {mayChange ? <AddVisitor /> : null}
      {handed ? <HandOver {...handed} /> : null}
      {data.visitors.length === 0 ? (
        <Empty title="Nobody has an account yet">
          Pages for people signed in or for members can be read by nobody until someone has one.
        </Empty>
      ) : (
        <Box sx={{ overflowX: "auto", mt: 2 }}>
          <Table size="small" aria-label="Visitor accounts">
            <TableHead>
              <TableRow>
                <TableCell>Name</TableCell>
                <TableCell>E-mail address</TableCell>
                <TableCell>Membership</TableCell>
                <TableCell>Since</TableCell>
                <TableCell />
              </TableRow>
            </TableHead>
            <TableBody>
              {data.visitors.map((visitor) => (
                <VisitorRow
                  key={visitor.id}
                  visitor={visitor}
                  mayChange={mayChange}
                  onHand={(password) => setHanded({ name: visitor.name, password })}
                />
              ))}
            </TableBody>
          </Table>
        </Box>
      )}
    </Box>
  );
};

interface RowProps {
  readonly visitor: Visitor;
  readonly mayChange: boolean;
  readonly onHand: (password: string) => void;
}

const VisitorRow = ({ visitor, mayChange, onHand }: RowProps) => {
  const { id, name, email, level, made } = visitor;
  const { about, moment } = useAboutSite();
  const change = useAct("changeVisitor");
  const levels = about.levels.some(({ key }) => key === level) ? level : "";
  return (
    <TableRow>
      <TableCell sx={{ minWidth: 130 }}>{name}</TableCell>
      <TableCell sx={{ overflowWrap: "anywhere", minWidth: 150 }}>{email}</TableCell>
      <TableCell>
        {mayChange && about.levels.length > 0 ? (
          <Select
            value={levels}
            displayEmpty
            variant="standard"
            disabled={change.isPending}
            SelectDisplayProps={{ "aria-label": `Membership of ${name}` }}
            onChange={(event) => change.mutate({ id, level: event.target.value })}
          >
            <MenuItem value="">none</MenuItem>
            {about.levels.map((each) => (
              <MenuItem key={each.key} value={each.key}>
                {each.name}
              </MenuItem>
            ))}
          </Select>
        ) : (
          (about.levels.find(({ key }) => key === level)?.name ?? <Quiet>none</Quiet>)
        )}
      </TableCell>
      <TableCell sx={{ whiteSpace: "nowrap" }}>{moment(made)}</TableCell>
      <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
        {mayChange ? <RowActs visitor={visitor} onHand={onHand} /> : null}
      </TableCell>
    </TableRow>
  );
};

/** A new password, or no account any more: neither can be undone, so each asks once. */
const RowActs = ({ visitor, onHand }: Omit<RowProps, "mayChange">) => {
  const { id, name } = visitor;
  const change = useAct("changeVisitor");
  const remove = useAct("removeVisitor");
  const [asks, setAsks] = useState<"password" | "remove" | null>(null);
  const giveNew = async () => {
    const password = newPassword();
    await change.mutateAsync({ id, password });
    setAsks(null);
    onHand(password);
  };
  if (asks === null)
    return (
      <Box sx={{ display: "inline-flex", gap: 1.5 }}>
        <Act aria-label={`New password for ${name}`} onClick={() => setAsks("password")}>
          New password
        </Act>
        <Act aria-label={`Delete ${name}`} onClick={() => setAsks("remove")}>
          Delete
        </Act>
      </Box>
    );
  const isRemoval = asks === "remove";
  return (
    <Box role="group" aria-label={`Sure about ${name}?`} sx={{ display: "inline-flex", gap: 1.5 }}>
      <Quiet>{isRemoval ? "It cannot be brought back." : "The old one stops working."}</Quiet>
      <Act
        autoFocus
        disabled={change.isPending || remove.isPending}
        onClick={() => (isRemoval ? remove.mutate({ id }) : void giveNew())}
      >
        {isRemoval ? "Delete it" : "Make a new one"}
      </Act>
      <Act onClick={() => setAsks(null)}>Cancel</Act>
    </Box>
  );
};
