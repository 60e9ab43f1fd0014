"use client";
import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import { count } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall } from "../client/hooks";
import { saveAs } from "../client/save-as";
import { Act, Empty, Pending, Quiet, SheetHead } from "../theme/pieces";

/** A cell of a spreadsheet: quoted, and never a formula. */
const cell = (text: string): string => `"${text.replace(/^[=+\-@\t\r]/, "'$&").replaceAll('"', '""')}"`;

type SignUps = CallResult<"signUps">["signUps"];

const save = (signUps: SignUps): void => {
  const rows = signUps.map((row) => [row.list, row.address, row.consent, row.at].map(cell).join(","));
  const file = new Blob([["list,address,agreed to,at", ...rows].join("\r\n")], { type: "text/csv" });
  saveAs("sign-ups.csv", file);
};

/** The stand-in mailbox: addresses that visitors left in the forms of the site. */
export const SignUpsScreen = () => {
  const { data, error } = useCall("signUps", {});
  if (!data) return <Pending error={error} what="Reading the mailbox …" />;
  return (
    <Box sx={{ px: 2.5, py: 2.25 }}>
      <SheetHead
        title="Sign-ups"
        about={`${count(data.signUps.length, "address", "addresses")}${data.isMore ? ", the newest" : ""}`}
      >
        {data.signUps.length > 0 ? (
          <Button variant="text" color="inherit" onClick={() => save(data.signUps)}>
            As CSV
          </Button>
        ) : null}
      </SheetHead>
      {data.signUps.length === 0 ? (
        <Empty title="Nobody has signed up yet">
          The block Sign-up form puts a form into a footer or a page. What visitors leave there is read here.
        </Empty>
      ) : (
        <SignUpTable signUps={data.signUps} />
      )}
    </Box>
  );
};

const SignUpTable = ({ signUps }: { readonly signUps: SignUps }) => {
  const drop = useAct("dropSignUp");
  const { moment } = useAboutSite();
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Table size="small" aria-label="Sign-ups">
        <TableHead>
          <TableRow>
            {["E-mail address", "List", "Agreed to", "When", ""].map((head) => (
              <TableCell key={head}>{head}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {signUps.map(({ list, address, consent, at }) => (
            <TableRow key={`${list} ${address}`}>
              <TableCell sx={{ overflowWrap: "anywhere", minWidth: 150 }}>{address}</TableCell>
              <TableCell>{list}</TableCell>
              <TableCell>{consent === "" ? <Quiet>not asked</Quiet> : consent}</TableCell>
              <TableCell sx={{ whiteSpace: "nowrap" }}>{moment(at)}</TableCell>
              <TableCell align="right">
                <Act
                  aria-label={`Delete ${address}`}
                  disabled={drop.isPending}
                  onClick={() => drop.mutate({ list, address })}
                >
                  Delete
                </Act>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
};
