/** The head of a small table: the titles of its columns. */
export function TableHead({
  titles,
  onScreen = [],
}: {
  titles: readonly string[];
  /** Those of the columns behind, which are not printed. */
  onScreen?: readonly string[];
}) {
  return (
    <thead>
      <tr className="border-b border-line text-left">
        {[...titles, ...onScreen].map((title) => (
          <th
            key={title}
            scope="col"
            className={`heading px-2 py-1.5 first:pl-3 ${onScreen.includes(title) ? "print:hidden" : ""}`}
          >
            {title}
          </th>
        ))}
      </tr>
    </thead>
  );
}
