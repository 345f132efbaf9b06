/** A name that no other has. Works where the page is not served from this machine, too. */
export function newId(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(12)), (byte) => byte.toString(16).padStart(2, "0")).join("");
}
