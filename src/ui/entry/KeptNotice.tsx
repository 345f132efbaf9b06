/** Says, in the entry line, how many contacts wait in this browser for the server. */
export function KeptNotice({ waiting }: { waiting: number }) {
  return waiting === 0 ? null : (
    <b className="font-semibold text-stop">{waiting} kept in this browser, handed in when the server is back</b>
  );
}
