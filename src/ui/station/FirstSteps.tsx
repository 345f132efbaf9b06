"use client";

import { useMutation } from "@tanstack/react-query";
import { Check, Circle, Minus } from "lucide-react";
import Link from "next/link";
import { Button } from "../kit/Button";
import { useLogbook } from "../shell/logbook";
import type { FirstStep } from "./firstStep";
import { useSteps } from "./firstSteps";
import { passOver } from "./passedOver";

const MARKS = {
  done: { icon: Check, look: "text-safe", word: "done" },
  open: { icon: Circle, look: "text-signal", word: "to be done" },
  passed: { icon: Minus, look: "text-faint", word: "passed over" },
} as const;

/** What a new station needs, step by step, each with a test that says whether it works. */
export function FirstSteps() {
  const steps = useSteps();
  const next = steps.find(({ standing, isKnown }) => isKnown && standing === "open");
  return (
    <section aria-label="First steps" className="grid gap-3 p-4">
      <ol className="divide-y divide-line border border-line bg-panel">
        {steps.map(({ step, standing, text }, index) => (
          <StepLine
            key={step.id}
            step={step}
            number={index + 1}
            standing={standing}
            text={text}
            isNext={step === next?.step}
          />
        ))}
      </ol>
      <p className="text-soft">
        {next === undefined ? "All of it is done. " : "Nothing of this is needed before you log: "}
        <Link href="/desk" className="text-signal underline">
          to the Desk
        </Link>
      </p>
    </section>
  );
}

interface StepLineProps {
  step: FirstStep;
  number: number;
  standing: keyof typeof MARKS;
  text: string;
  isNext: boolean;
}

function StepLine({ step, number, standing, text, isNext }: StepLineProps) {
  const { logbook } = useLogbook();
  const test = useMutation({ mutationFn: () => step.test(logbook) });
  const { icon: Icon, look, word } = MARKS[standing];
  return (
    <li className={`flex items-start gap-3 px-3 py-3 max-sm:flex-wrap ${isNext ? "bg-signal-wash" : ""}`}>
      <Icon size={18} className={`mt-0.5 shrink-0 ${look}`} role="img" aria-label={word} />
      <div className="min-w-0 flex-1">
        <h3 className="font-semibold">
          {number}. {step.name}
          {isNext && <span className="ml-3 text-signal">next</span>}
        </h3>
        <p className="text-soft">{step.about}</p>
        <p>{standing === "passed" ? "Passed over." : text}</p>
        <div role="status">
          {test.isPending && <p className="text-soft">It is tried.</p>}
          {test.isSuccess && test.data.map((line) => <p key={line}>Works: {line}</p>)}
        </div>
        {test.isError && (
          <p role="alert" className="text-stop">
            {test.error.message}
          </p>
        )}
      </div>
      <Link
        href={step.way.href}
        className={`rounded-field border px-2.5 py-1 ${isNext ? "border-signal bg-signal font-semibold text-signal-ink hover:brightness-110" : "border-edge bg-panel hover:border-signal hover:bg-signal-wash"}`}
      >
        {step.way.label}
      </Link>
      <Button small disabled={test.isPending} onClick={() => test.mutate()}>
        Test<span className="sr-only"> {step.name}</span>
      </Button>
      {standing !== "done" && (
        <Button small look="quiet" onClick={() => passOver(step.id, standing === "open")}>
          {standing === "open" ? "Pass over" : "Take up"}
          <span className="sr-only"> {step.name}</span>
        </Button>
      )}
    </li>
  );
}
