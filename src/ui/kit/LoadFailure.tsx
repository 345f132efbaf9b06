import { Button } from "./Button";

/** What stands in the place of something that could not be loaded. */
export function LoadFailure({ text, onRetry }: { text: string; onRetry: () => void }) {
  return (
    <div role="alert" className="grid justify-items-center gap-3 p-8">
      {text}
      <Button onClick={onRetry}>Load again</Button>
    </div>
  );
}
