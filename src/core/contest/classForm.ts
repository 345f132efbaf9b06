/**
 * The form of a class as a pattern: # is a number of one or two digits, @ a letter, [ABC] one of these letters, all
 * else stands for itself. Null where a bracket is not closed or empty. No repetition can be nested, so no text takes
 * long to try.
 */
export function formPattern(form: string): RegExp | null {
  if (form === "" || /\[\]|\[[^\]]*$|^[^[]*\]/.test(form)) return null;
  const pattern = form.replace(/\[([^\]]*)\]|[\s\S]/g, (piece, letters: string | undefined) => {
    if (letters !== undefined) return `[${letters.replace(/[^A-Za-z0-9]/g, "").toUpperCase() || "A"}]`;
    if (piece === "#") return "[0-9]{1,2}";
    return piece === "@" ? "[A-Z]" : piece.toUpperCase().replace(/[^A-Z0-9]/g, "\\$&");
  });
  return new RegExp(`^${pattern}$`);
}
