import type { ReactNode } from 'react';

/** The screens before one is in: the mark, one card, nothing else. */
export function Entrance({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="grid min-h-dvh place-items-center px-4 py-10">
      <div className="w-full max-w-sm">
        <div className="mb-6 flex items-center justify-center gap-2.5 font-title text-2xl font-semibold">
          <img src="/mark.svg" alt="" className="size-8" />
          Plum Gate
        </div>
        <div className="rounded-card border border-line bg-sheet p-6">
          <h1 className="mb-4 text-xl">{title}</h1>
          {children}
        </div>
      </div>
    </main>
  );
}
