import { useLogbook } from "../shell/logbook";
import { countsWithText } from "../station/countsWith";

/** Which logbooks count together with this one, where some do. */
export function CountedWith() {
  const { logbook, logbooks } = useLogbook();
  const text = countsWithText(logbook, logbooks);
  return text === null ? null : (
    <p className="min-w-0 truncate text-tiny text-soft" title={text}>
      {text}
    </p>
  );
}
