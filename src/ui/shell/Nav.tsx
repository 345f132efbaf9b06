"use client";

import { ArrowLeftRight, ChartNoAxesColumn, NotebookPen, Radar, RadioTower, Timer } from "lucide-react";
import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { useActions } from "../kit/actions";
import { openBandMap } from "../workspace/panelWindows";

const PLACES = [
  { path: "/desk", name: "Desk", icon: NotebookPen },
  { path: "/airwaves", name: "Airwaves", icon: Radar },
  { path: "/contest", name: "Contest", icon: Timer },
  { path: "/confirm", name: "Confirm", icon: ArrowLeftRight },
  { path: "/awards", name: "Awards", icon: ChartNoAxesColumn },
  { path: "/station", name: "Station", icon: RadioTower },
] as const;

/** The places of the application that are built. */
export function Nav() {
  const here = usePathname();
  const router = useRouter();
  useActions([
    ...PLACES.map(({ path, name }) => ({ id: `go${name}`, run: () => router.push(path) })),
    { id: "bandMapWindow", run: openBandMap },
  ]);
  return (
    <nav
      aria-label="Places"
      className="flex flex-col border-r border-line bg-panel pt-2 max-sm:order-2 print:hidden max-sm:flex-row max-sm:justify-around max-sm:border-t max-sm:border-r-0 max-sm:pt-0"
    >
      {PLACES.map(({ path, name, icon: Icon }) => {
        const on = here.startsWith(path);
        return (
          <Link
            key={path}
            href={path}
            aria-current={on ? "page" : undefined}
            className={`grid justify-items-center gap-[3px] border-l-3 py-2.5 text-tiny max-sm:flex-1 max-sm:border-l-0 ${on ? "border-signal bg-signal-wash font-semibold text-signal" : "border-transparent text-soft hover:text-signal"}`}
          >
            <Icon size={20} strokeWidth={1.7} aria-hidden />
            {name}
          </Link>
        );
      })}
    </nav>
  );
}
