"use client";
import { Box } from "@mui/material";
import { useAboutSite } from "../client/about-site";
import { useSite } from "../client/hooks";

/** A table as a file, as it is filtered and seen. */
export const CsvLink = ({
  name,
  query: asked,
}: {
  /** What the server calls the table. */
  readonly name: "coverage" | "said";
  readonly query: ConstructorParameters<typeof URLSearchParams>[0];
}) => {
  const { asked: seen } = useAboutSite();
  const site = useSite();
  const query = new URLSearchParams(asked);
  query.set("audience", seen.audience);
  query.set("seen", seen.state);
  if (seen.at) query.set("at", seen.at);
  return (
    <Box
      component="a"
      href={`/api/studio/${site}/${name}.csv?${query}`}
      download
      sx={(theme) => ({
        ml: "auto",
        color: theme.vars?.palette.ours.muted,
        textDecoration: "none",
        "&:hover": { textDecoration: "underline" },
      })}
    >
      As CSV
    </Box>
  );
};
