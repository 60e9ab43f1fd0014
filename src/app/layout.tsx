import InitColorSchemeScript from "@mui/material/InitColorSchemeScript";
import { AppRouterCacheProvider } from "@mui/material-nextjs/v16-appRouter";
import type { Metadata } from "next";
import localFont from "next/font/local";
import { headers } from "next/headers";
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

/** The nonce of this page's policy, which the server that owns the port made: only scripts that bear it run. */
const nonceOfPage = async (): Promise<string | undefined> =>
  /'nonce-([^']+)'/.exec((await headers()).get("content-security-policy") ?? "")?.[1];

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  const nonce = await nonceOfPage();
  return (
    <html lang="en" className={`${sans.variable} ${mono.variable}`} suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute="data-scheme" nonce={nonce} />
        <AppRouterCacheProvider>
          <Studio>{children}</Studio>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
