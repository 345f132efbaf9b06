/** A key's name as it stands on the keyboard. */
export function Key({ children }: { children: string }) {
  return <kbd className="rounded-[3px] border border-current px-1 font-mono text-tiny opacity-80">{children}</kbd>;
}
