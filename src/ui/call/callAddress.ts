/** Where everything stands that is known of a station. */
export function callAddress(call: string): string {
  return `/desk/call?${new URLSearchParams({ call }).toString()}`;
}
