/** A page of its own for when the application itself cannot answer. It needs no script, no font and no database. */
export function plainPage(title: string, sentences: readonly string[]): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${escaped(title)}</title>
<style>
:root { color-scheme: light dark; }
body { margin: 0; padding: 3rem 1.5rem; font: 16px/1.5 "Atkinson Hyperlegible Next Variable", system-ui, sans-serif; }
main { max-width: 44rem; margin: 0 auto; }
h1 { font-size: 1.375rem; margin: 0 0 1rem; }
p { margin: 0 0 0.75rem; overflow-wrap: anywhere; }
</style>
</head>
<body><main>
<h1>${escaped(title)}</h1>
${sentences.map((sentence) => `<p>${escaped(sentence)}</p>`).join("\n")}
</main></body>
</html>
`;
}

const ESCAPES: Readonly<Record<string, string>> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" };

function escaped(text: string): string {
  return text.replace(/[&<>"]/g, (sign) => ESCAPES[sign]!);
}
