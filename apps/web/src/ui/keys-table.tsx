/** Keys, and what each does. */
export const KeysTable = ({
  keys,
  className = '',
}: {
  keys: readonly [keys: string, what: string][];
  className?: string;
}) => (
  <dl className={`grid grid-cols-[max-content_1fr] gap-x-5 gap-y-1.5 ${className}`}>
    {keys.map(([names, what]) => (
      <div key={names} className="contents">
        <dt className="font-semibold">{names}</dt>
        <dd>{what}</dd>
      </div>
    ))}
  </dl>
);
