/** Has the browser save a text as a JSON file. */
export function saveJson(name: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: "application/json" }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name.toLowerCase();
  link.click();
  URL.revokeObjectURL(url);
}
