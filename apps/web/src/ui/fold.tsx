import { useState, type ReactNode } from 'react';

/** Something that is there only while it is open: a shelf in it takes nothing that is pasted before. */
export function Fold({
  summary,
  className = '',
  children,
}: {
  summary: ReactNode;
  className?: string;
  children: ReactNode;
}) {
  const [isOpen, setOpen] = useState(false);
  return (
    <details className={className} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer text-xs font-semibold">{summary}</summary>
      {isOpen && <div className="mt-2 grid grid-cols-[minmax(0,1fr)] gap-2">{children}</div>}
    </details>
  );
}
