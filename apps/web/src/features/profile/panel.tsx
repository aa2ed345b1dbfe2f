import type { ReactNode } from 'react';

/** One part of the account, with its title. */
export const Panel = ({
  id,
  title,
  children,
}: {
  id: string;
  title: string;
  children: ReactNode;
}) => (
  <section
    aria-labelledby={id}
    className="grid gap-4 rounded-card border border-line bg-sheet p-5 max-md:p-4"
  >
    <h2 id={id} className="text-lg">
      {title}
    </h2>
    {children}
  </section>
);
