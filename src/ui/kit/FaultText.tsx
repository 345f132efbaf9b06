/** What is wrong in a field: over what is below it, but in a window, where it has its own place. */
export function FaultText({ id, fault }: { id: string; fault: string | undefined }) {
  return fault === undefined ? null : (
    <p
      id={id}
      role="alert"
      className="absolute top-full z-20 mt-1 w-max max-w-80 rounded-field bg-stop-wash px-2 py-1 text-base text-stop shadow-md in-data-window:static in-data-window:mt-0 in-data-window:w-auto in-data-window:max-w-none in-data-window:shadow-none"
    >
      {fault}
    </p>
  );
}
