"use client";
import { Button } from "@mui/material";
import { usePathname, useRouter } from "next/navigation";
import { type SnackbarKey, useSnackbar } from "notistack";
import { useEffect } from "react";
import { count } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { call } from "../client/call";
import { forgetKept } from "../client/document-editor";
import { useSite } from "../client/hooks";
import { forget, type Kept, keptIn } from "../client/kept-changes";

/** Changes kept on this computer of what is not open, without those that arrived although no answer came. */
const keptElsewhere = async (site: string, account: string, path: string) => {
  const elsewhere = [...(await keptIn(site, account))].filter(([, kept]) => kept.path !== path);
  const found: (readonly [string, Kept])[] = [];
  for (const [document, kept] of elsewhere) {
    const keys = kept.changes.map(({ key }) => key);
    // if it cannot be asked now, they are told of as they are
    const asked = await call(site, "newest", { document, keys }).catch(() => null);
    const changes = kept.changes.filter(({ key }) => !asked?.arrived.includes(key));
    forget(site, document, asked?.arrived ?? []);
    if (changes.length > 0) found.push([document, { ...kept, changes }]);
  }
  return found;
};

/** Says what is kept on this computer and not saved yet, with the way to it. */
export const KeptElsewhere = () => {
  const site = useSite();
  const path = usePathname();
  const router = useRouter();
  const { about } = useAboutSite();
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const account = about.account.id;
  // asked again wherever one goes, and after each save
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is told of the site comes anew when something was saved
  useEffect(() => {
    const said: SnackbarKey[] = [];
    let isOver = false;
    void keptElsewhere(site, account, path).then((found) => {
      if (isOver) return;
      for (const [document, { changes, name, path: there }] of found) {
        const key = enqueueSnackbar(
          `${count(changes.length, "change")} of ${name} ${changes.length === 1 ? "is" : "are"} kept on this computer and not saved.`,
          {
            key: `kept ${document}`,
            persist: true,
            preventDuplicate: true,
            action: (
              <>
                <Button color="inherit" onClick={() => router.push(there)}>
                  Open it
                </Button>
                <Button
                  color="inherit"
                  onClick={() => {
                    forgetKept(site, document, changes);
                    closeSnackbar(key);
                  }}
                >
                  Discard
                </Button>
              </>
            ),
          },
        );
        said.push(key);
      }
    });
    return () => {
      isOver = true;
      for (const key of said) closeSnackbar(key);
    };
  }, [account, closeSnackbar, enqueueSnackbar, about, path, router, site]);
  return null;
};
