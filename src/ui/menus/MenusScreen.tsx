"use client";
import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow, TextField } from "@mui/material";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { count } from "../../messages/words";
import { useMay } from "../client/about-site";
import { useAct, useCall, useSite } from "../client/hooks";
import { leafPath } from "../client/paths";
import { PartBadge } from "../shell/PartBadge";
import { SheetLink } from "../shell/SheetLink";
import { Empty, Pending, Quiet, SheetHead, Wrong } from "../theme/pieces";

/** All menus: where each is used, and what of it leads nowhere. */
export const MenusScreen = () => {
  const { data, error } = useCall("menus", {});
  const site = useSite();
  const mayDesign = useMay("design");
  if (!data) return <Pending error={error} what="Reading the menus …" />;
  return (
    <Box sx={{ px: 2.5, py: 2.25 }}>
      <SheetHead title="Menus" about={count(data.menus.length, "menu")} />
      {mayDesign ? <NewMenu /> : null}
      {data.menus.length === 0 ? (
        <Empty title="No menus yet">
          Visitors find pages only by links in texts. Make a menu from the pages there are, then show it in a
          header with the block Menu.
        </Empty>
      ) : (
        <Table size="small" aria-label="Menus">
          <TableHead>
            <TableRow>
              <TableCell>Menu</TableCell>
              <TableCell>Items</TableCell>
              <TableCell>Shown in</TableCell>
              <TableCell>Noticed</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {data.menus.map((menu) => (
              <TableRow key={menu.id}>
                <TableCell>
                  <SheetLink href={leafPath("menus", site, menu.id)}>{menu.name}</SheetLink>
                </TableCell>
                <TableCell>{menu.items}</TableCell>
                <TableCell>
                  <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
                    {menu.parts.length === 0 ? <Quiet>no part</Quiet> : null}
                    {menu.parts.map((part) => (
                      <PartBadge key={part} part={part} />
                    ))}
                  </Box>
                </TableCell>
                <TableCell>{menu.dead === 0 ? "" : <Wrong>{count(menu.dead, "dead link")}</Wrong>}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
    </Box>
  );
};

const NewMenu = () => {
  const create = useAct("createMenu");
  const router = useRouter();
  const site = useSite();
  const [name, setName] = useState("");
  const make = async (from: "empty" | "pages") => {
    const { id } = await create.mutateAsync({ name: name.trim(), from });
    router.push(leafPath("menus", site, id));
  };
  const isReady = name.trim() !== "" && !create.isPending;
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "center", py: 1.75 }}>
      <TextField
        placeholder="Name of a new menu"
        value={name}
        onChange={(event) => setName(event.target.value)}
        slotProps={{ htmlInput: { "aria-label": "Name of a new menu", maxLength: 120 } }}
        sx={{ width: 240 }}
      />
      <Button variant="outlined" disabled={!isReady} onClick={() => make("pages")}>
        Make it from the pages
      </Button>
      <Button variant="text" color="inherit" disabled={!isReady} onClick={() => make("empty")}>
        Begin empty
      </Button>
    </Box>
  );
};
