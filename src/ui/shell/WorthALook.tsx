"use client";
import { Box } from "@mui/material";
import { count } from "../../messages/words";
import { useCall, useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { Quiet } from "../theme/pieces";
import { SheetLink } from "./SheetLink";

/** What was noticed of colours and pictures, each a link to where it is seen to. Nothing where there is nothing. */
export const WorthALook = () => {
  const site = useSite();
  const { data } = useCall("worthALook", {});
  if (!data) return null;
  const style = leafPath("style", site);
  const noticed = [
    [
      data.contrast,
      count(data.contrast, "pair of colours too faint", "pairs of colours too faint"),
      `${style}?look=contrast`,
    ],
    [data.typedIn, count(data.typedIn, "colour typed in", "colours typed in"), `${style}?look=typedIn`],
    [
      data.pictures,
      count(data.pictures, "picture to see to", "pictures to see to"),
      `${leafPath("pictures", site)}?look=noticed`,
    ],
  ] as const;
  const shown = noticed.filter(([number]) => number > 0);
  if (shown.length === 0) return null;
  return (
    <Box
      role="group"
      aria-label="Worth a look"
      sx={{ display: "flex", flexWrap: "wrap", columnGap: 1.5, py: 0.5 }}
    >
      <Quiet>Worth a look:</Quiet>
      {shown.map(([, words, to]) => (
        <SheetLink key={to} href={to}>
          {words}
        </SheetLink>
      ))}
    </Box>
  );
};
