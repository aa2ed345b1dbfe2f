const [width, height, inset] = [108, 30, 3] as const;

/** Eight weeks as a line, scaled to its own highest; the words are for those who can't see it. */
export function SparkLine({ weeks, colour }: { weeks: readonly number[]; colour: string }) {
  if (weeks.every((count) => count === 0))
    return <span className="text-xs text-muted">none yet</span>;
  const most = Math.max(...weeks);
  const points = weeks.map((count, index) => {
    const x = inset + (index * (width - 2 * inset)) / (weeks.length - 1);
    const y = height - inset - (count * (height - 2 * inset)) / most;
    return `${x.toFixed(1)},${y.toFixed(1)}`;
  });
  return (
    <svg
      role="img"
      aria-label={`Leads by week: ${weeks.join(', ')}`}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
    >
      <title>{`Leads by week: ${weeks.join(', ')}`}</title>
      <polyline
        points={points.join(' ')}
        fill="none"
        stroke={colour}
        strokeWidth="2"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
    </svg>
  );
}
