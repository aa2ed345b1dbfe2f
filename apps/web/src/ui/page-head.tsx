import type { ReactNode } from 'react';

/** A place's head: its title, what stands beside it, and what can be done here. */
export function PageHead({
  title,
  beside,
  above,
  children,
}: {
  title: string;
  beside?: ReactNode;
  above?: ReactNode;
  children?: ReactNode;
}) {
  return (
    <header className="flex flex-wrap items-end gap-x-4 gap-y-2 border-b border-line px-6 pt-4 pb-3">
      <div className="min-w-0 flex-1 basis-64">
        {above && <div className="text-xs text-muted">{above}</div>}
        <div className="flex flex-wrap items-center gap-x-3">
          <h1 className="text-[26px] leading-tight break-words">{title}</h1>
          {beside}
        </div>
      </div>
      {children && <div className="flex flex-wrap items-center gap-2">{children}</div>}
    </header>
  );
}
