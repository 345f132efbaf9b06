"use client";

import { type ReactNode, useRef } from "react";
import { JsonEditor, type JsonEditorHandle, type JsonFault } from "./JsonEditor";
import type { JsonSchema } from "./schemaAt";

interface CheckedEditorProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  schema: JsonSchema;
  faults: readonly JsonFault[];
  /** What is said where nothing is wrong. */
  sound: string;
  /** What else is wrong, as who keeps it says. */
  children?: ReactNode;
}

/** A text of JSON with what is wrong with it listed below: a press goes to where it is. */
export function CheckedEditor({ label, value, onChange, schema, faults, sound, children }: CheckedEditorProps) {
  const editor = useRef<JsonEditorHandle>(null);
  return (
    <div className="grid content-start gap-2">
      <JsonEditor
        ref={editor}
        label={label}
        className="h-[52vh]"
        value={value}
        onChange={onChange}
        faults={faults}
        schema={schema}
      />
      <div role="status" aria-label="What is wrong" className="max-h-28 overflow-auto">
        {faults.length === 0 && <p className="text-safe">{sound}</p>}
        {faults.slice(0, 20).map((fault) => (
          <button
            key={fault.text}
            type="button"
            className="block text-left break-words text-stop hover:underline"
            onClick={() => editor.current?.show(fault)}
          >
            {fault.text}
          </button>
        ))}
        {children}
      </div>
    </div>
  );
}
