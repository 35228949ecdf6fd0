/** The heads of a table that is read, not edited. */
export function HeadRow({ heads }: { heads: readonly string[] }) {
  return (
    <thead>
      <tr className="muted text-left text-xs">
        {heads.map((head) => (
          <th key={head} className="pr-3 font-normal">
            {head}
          </th>
        ))}
      </tr>
    </thead>
  );
}
