/** The head of a small table: the titles of its columns. */
export function TableHead({ titles }: { titles: readonly string[] }) {
  return (
    <thead>
      <tr className="border-b border-line text-left">
        {titles.map((title) => (
          <th key={title} scope="col" className="heading px-2 py-1.5 first:pl-3">
            {title}
          </th>
        ))}
      </tr>
    </thead>
  );
}
