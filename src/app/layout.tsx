import InitColorSchemeScript from "@mui/material/InitColorSchemeScript";
import { AppRouterCacheProvider } from "@mui/material-nextjs/v16-appRouter";
import type { Metadata } from "next";
import localFont from "next/font/local";
import type { ReactNode } from "react";
import { Studio } from "../ui/shell/Studio";

const sans = localFont({
  src: "../../node_modules/@fontsource-variable/public-sans/files/public-sans-latin-wght-normal.woff2",
  variable: "--font-sans",
  weight: "100 900",
});
const mono = localFont({
  src: "../../node_modules/@fontsource-variable/spline-sans-mono/files/spline-sans-mono-latin-wght-normal.woff2",
  variable: "--font-mono",
  weight: "300 700",
});

export const metadata: Metadata = { title: "Gray Latch" };
export const dynamic = "force-dynamic";

export default function RootLayout({ children }: { readonly children: ReactNode }) {
  return (
    <html lang="en" className={`${sans.variable} ${mono.variable}`} suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute="data-scheme" />
        <AppRouterCacheProvider>
          <Studio>{children}</Studio>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
