/** The pages that a browser keeps, to begin with one of them when the server is away. */
export const PAGES = { cache: "pages", first: "/desk", kept: ["/desk", "/contest"] } as const;

/** What a page is kept under: what stands in its query is chosen in the browser. */
export function withoutQuery(url: string): string {
  const { origin, pathname } = new URL(url);
  return origin + pathname;
}
