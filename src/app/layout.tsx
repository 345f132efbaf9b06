import "@fontsource-variable/atkinson-hyperlegible-mono";
import "@fontsource-variable/atkinson-hyperlegible-next";
import type { Metadata, Viewport } from "next";
import { cookies, headers } from "next/headers";
import type { ReactNode } from "react";
import { listLogbooks } from "@/server/logbook/logbooks";
import { actingOf } from "@/server/people/acting";
import { contextOf, runtime } from "@/server/runtime";
import { Entry } from "@/ui/people/Entry";
import { Shell } from "@/ui/shell/Shell";
import "./globals.css";

export const metadata: Metadata = {
  title: { default: "Ypsiloid", template: "%s · Ypsiloid" },
  description: "A radio amateur's log",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };
export const dynamic = "force-dynamic";

export default async function RootLayout({ children }: { children: ReactNode }) {
  const jar = await cookies();
  const theme = jar.get("theme")?.value === "night" ? "night" : "day";
  const chosen = Number(jar.get("logbook")?.value);
  const live = await runtime();
  const { hub } = live;
  const actor = await live.entrance.actorOf(await headers());
  if (actor === null) {
    return (
      <html lang="en" data-theme={theme}>
        <body>
          <Entry>{children}</Entry>
        </body>
      </html>
    );
  }
  // Before what it stands for is read: what happens meanwhile is told once too often rather than never.
  const mark = hub.mark();
  const logbooks = listLogbooks(contextOf(live, actor));
  const current = logbooks.find((logbook) => logbook.id === chosen) ?? logbooks[0] ?? null;
  return (
    <html lang="en" data-theme={theme} data-zero={current?.zero}>
      <body>
        <Shell logbooks={logbooks} current={current} acting={actingOf(actor)} theme={theme} mark={mark}>
          {children}
        </Shell>
      </body>
    </html>
  );
}
