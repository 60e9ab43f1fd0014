import type { ReactNode } from "react";
import { Shell } from "../../../ui/shell/Shell";
import { StyleOffers } from "../../../ui/style/StyleOffers";

export default function SiteLayout({ children }: { readonly children: ReactNode }) {
  return (
    <Shell>
      <StyleOffers />
      {children}
    </Shell>
  );
}
