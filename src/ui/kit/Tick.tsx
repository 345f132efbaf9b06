/** A box to tick, with its label behind it. */
export function Tick(props: { label: string; checked: boolean; onChange: (checked: boolean) => void }) {
  return (
    <label className="flex min-h-7 items-center gap-1.5 whitespace-nowrap">
      <input type="checkbox" checked={props.checked} onChange={({ target }) => props.onChange(target.checked)} />
      {props.label}
    </label>
  );
}
