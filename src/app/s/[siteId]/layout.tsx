import type { ReactNode } from "react";
import { Shell } from "../../../ui/shell/Shell";

export default function SiteLayout({ children }: { readonly children: ReactNode }) {
  return <Shell>{children}</Shell>;
}
