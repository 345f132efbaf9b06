import { saveFile } from "./saveFile";

/** Has the browser save a text as a JSON file. */
export function saveJson(name: string, text: string): void {
  saveFile(name.toLowerCase(), text, "application/json");
}
