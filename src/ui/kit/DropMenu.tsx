"use client";

import { Menu, MenuButton, MenuHeading, MenuItem, MenuItems, MenuSection } from "@headlessui/react";
import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";
import { KeyOf } from "./Key";

interface MenuEntry {
  readonly label: string;
  readonly run: () => void;
  /** Marks what is chosen now. */
  readonly chosen?: boolean;
  /** The action whose key stands beside it. */
  readonly keysOf?: string;
}

interface MenuPart {
  readonly title?: string;
  readonly entries: readonly MenuEntry[];
}

/** A button that drops a list of things to do. */
export function DropMenu({
  label,
  children,
  parts,
  quiet = false,
}: {
  label: string;
  children: ReactNode;
  parts: readonly MenuPart[];
  /** As words, within a line of them. */
  quiet?: boolean;
}) {
  return (
    <Menu>
      <MenuButton
        aria-label={label}
        className={`inline-flex items-center gap-1.5 whitespace-nowrap ${quiet ? "text-soft hover:text-signal" : "h-7 rounded-field border border-edge bg-panel px-2.5 hover:border-signal hover:bg-signal-wash"}`}
      >
        {children}
        <ChevronDown size={13} aria-hidden />
      </MenuButton>
      <MenuItems
        anchor="bottom start"
        className="z-50 max-h-[60vh] min-w-52 overflow-auto rounded-field border border-line bg-panel p-1 shadow-lg outline-none"
      >
        {parts
          .filter(({ entries }) => entries.length > 0)
          .map(({ title, entries }, index) => (
            <MenuSection key={index} className="border-line not-first:mt-1 not-first:border-t not-first:pt-1">
              {title !== undefined && <MenuHeading className="heading px-2 py-1">{title}</MenuHeading>}
              {entries.map(({ label: name, run, chosen = false, keysOf }) => (
                <MenuItem key={name}>
                  <button
                    type="button"
                    onClick={run}
                    className={`flex w-full items-center gap-6 rounded-[3px] px-2 py-1 text-left data-focus:bg-signal-wash ${chosen ? "font-semibold text-signal" : ""}`}
                  >
                    <span className="min-w-0 flex-1 truncate">{name}</span>
                    {keysOf !== undefined && <KeyOf id={keysOf} />}
                  </button>
                </MenuItem>
              ))}
            </MenuSection>
          ))}
      </MenuItems>
    </Menu>
  );
}
