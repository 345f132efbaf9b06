"use client";

import {
  autocompletion,
  closeBrackets,
  closeBracketsKeymap,
  type CompletionContext,
  completionKeymap,
  type CompletionResult,
} from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { json } from "@codemirror/lang-json";
import { bracketMatching, HighlightStyle, indentOnInput, indentUnit, syntaxHighlighting } from "@codemirror/language";
import { type Diagnostic, lintGutter, lintKeymap, setDiagnostics } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from "@codemirror/view";
import { tags } from "@lezer/highlight";
import { findNodeAtLocation, getLocation, type Node, parseTree } from "jsonc-parser";
import { type Ref, useEffect, useImperativeHandle, useRef } from "react";
import { type JsonPath, type JsonSchema, namesAt, valuesAt } from "./schemaAt";

/** What is wrong, and where: by its path, or from a place in the text. */
export interface JsonFault {
  readonly at: JsonPath | number;
  readonly text: string;
}

export interface JsonEditorHandle {
  /** Goes to where something is wrong. */
  readonly show: (fault: JsonFault) => void;
}

interface JsonEditorProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  faults: readonly JsonFault[];
  /** What is offered while one types. */
  schema: JsonSchema;
  className?: string;
  ref?: Ref<JsonEditorHandle>;
}

/** A text of JSON, with what can be typed at a place, and what is wrong marked where it stands. Tab leaves it. */
export function JsonEditor({ label, value, onChange, faults, schema, className = "", ref }: JsonEditorProps) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const latest = useRef({ onChange, schema });
  useEffect(() => {
    latest.current = { onChange, schema };
  });

  useEffect(() => {
    const made = new EditorView({
      parent: place.current!,
      state: EditorState.create({
        doc: value,
        extensions: [
          lineNumbers(),
          history(),
          drawSelection(),
          indentUnit.of("  "),
          indentOnInput(),
          bracketMatching(),
          closeBrackets(),
          highlightActiveLine(),
          json(),
          syntaxHighlighting(COLOURS),
          lintGutter(),
          autocompletion({ override: [(context) => offered(context, latest.current.schema)] }),
          keymap.of([...closeBracketsKeymap, ...completionKeymap, ...lintKeymap, ...historyKeymap, ...defaultKeymap]),
          EditorView.contentAttributes.of({ "aria-label": label, spellcheck: "false", tabindex: "0" }),
          EditorView.updateListener.of(({ docChanged, state }) => {
            if (docChanged) latest.current.onChange(state.doc.toString());
          }),
          LOOKS,
        ],
      }),
    });
    view.current = made;
    return () => made.destroy();
    // It is made once: the label stays, and a changed text is put in below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  useEffect(() => {
    const editor = view.current;
    const before = editor?.state.doc.toString();
    if (editor === null || before === value) return;
    editor.dispatch({ changes: { from: 0, to: before!.length, insert: value } });
  }, [value]);

  useEffect(() => {
    const editor = view.current;
    if (editor === null) return;
    const root = parseTree(value);
    const marked = faults.map((fault): Diagnostic => {
      const [from, to] = spanOf(root, fault, editor.state.doc.length);
      return { from, to, severity: "error", message: fault.text };
    });
    editor.dispatch(setDiagnostics(editor.state, marked));
  }, [faults, value]);

  useImperativeHandle(ref, () => ({
    show(fault) {
      const editor = view.current;
      if (editor === null) return;
      const [from, to] = spanOf(parseTree(editor.state.doc.toString()), fault, editor.state.doc.length);
      editor.dispatch({ selection: { anchor: from, head: to }, scrollIntoView: true });
      editor.focus();
    },
  }));

  return <div ref={place} className={`overflow-hidden rounded-field border border-edge ${className}`} />;
}

/** From where to where a fault stands: at its path, or at the nearest around it that is there. */
function spanOf(root: Node | undefined, { at }: JsonFault, length: number): [from: number, to: number] {
  if (typeof at === "number") return [Math.min(at, length), Math.min(at + 1, length)];
  for (let steps = at.length; root !== undefined && steps > 0; steps--) {
    const node = findNodeAtLocation(root, at.slice(0, steps));
    if (node === undefined) continue;
    // Of what spans many lines its name is marked.
    const marked = node.children !== undefined && node.parent?.type === "property" ? node.parent.children![0]! : node;
    return [marked.offset, Math.min(marked.offset + marked.length, length)];
  }
  return [0, Math.min(1, length)];
}

/** What can be typed where the cursor is, by the schema. */
function offered(context: CompletionContext, schema: JsonSchema): CompletionResult | null {
  const text = context.state.doc.toString();
  const { path, isAtPropertyKey, previousNode } = getLocation(text, context.pos);
  const word = context.matchBefore(/"?[\w/-]*/);
  const inside = previousNode !== undefined && context.pos <= previousNode.offset + previousNode.length;
  const from = inside && previousNode !== undefined ? previousNode.offset : (word?.from ?? context.pos);
  const to = inside && previousNode !== undefined ? previousNode.offset + previousNode.length : context.pos;
  if (!context.explicit && from === context.pos) return null;
  const said = isAtPropertyKey ? namesSaid(text, path.slice(0, -1), from) : [];
  const options = isAtPropertyKey
    ? namesAt(schema, path.slice(0, -1))
        .filter((name) => !said.includes(name))
        .map((name) => ({ label: `"${name}"`, apply: applied(text, to, name) }))
    : valuesAt(schema, path).map((label) => ({ label }));
  return options.length === 0 ? null : { from, to, options, validFor: /^"?[\w/-]*"?$/ };
}

/** The names that an object has already, but for the one at the cursor. */
function namesSaid(text: string, path: JsonPath, at: number): string[] {
  const root = parseTree(text);
  const object = root === undefined ? undefined : findNodeAtLocation(root, [...path]);
  return (object?.children ?? []).flatMap(({ children }) => {
    const name = children?.[0];
    return name === undefined || name.offset === at ? [] : [String(name.value)];
  });
}

/** A name with its colon, where it has none yet. */
function applied(text: string, end: number, name: string): string {
  return /^\s*:/.test(text.slice(end)) ? `"${name}"` : `"${name}": `;
}

const COLOURS = HighlightStyle.define([
  { tag: tags.propertyName, color: "var(--signal)" },
  { tag: tags.string, color: "var(--ink)" },
  { tag: [tags.number, tags.bool, tags.null], color: "var(--fresh)" },
  { tag: [tags.punctuation, tags.separator], color: "var(--soft)" },
]);

const LOOKS = EditorView.theme({
  "&": { height: "100%", color: "var(--ink)", backgroundColor: "var(--panel)", fontSize: "13px" },
  "&.cm-focused": { outline: "2px solid var(--signal)", outlineOffset: "-2px" },
  ".cm-scroller": { fontFamily: "var(--mono)", lineHeight: "18px" },
  ".cm-content": { caretColor: "var(--ink)" },
  ".cm-cursor": { borderLeftColor: "var(--ink)" },
  ".cm-gutters": { backgroundColor: "var(--raised)", color: "var(--soft)", border: "none" },
  ".cm-activeLine, .cm-activeLineGutter": { backgroundColor: "var(--signal-wash)" },
  "&.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground, .cm-selectionBackground": {
    backgroundColor: "var(--wanted-wash)",
  },
  ".cm-matchingBracket": { backgroundColor: "var(--safe-wash)", outline: "1px solid var(--edge)" },
  ".cm-tooltip": { backgroundColor: "var(--panel)", color: "var(--ink)", border: "1px solid var(--edge)" },
  ".cm-tooltip-autocomplete ul li[aria-selected]": { backgroundColor: "var(--signal)", color: "var(--signal-ink)" },
  ".cm-diagnostic-error": { borderLeftColor: "var(--stop)" },
  ".cm-lintRange-error": {
    backgroundImage: "none",
    textDecoration: "underline wavy var(--stop)",
    textUnderlineOffset: "3px",
  },
});
