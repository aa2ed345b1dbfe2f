import { Link, useLocation } from 'react-router';
import { useRoving } from './use-roving.ts';

const tab = (isActive: boolean) =>
  `border-b-2 px-1 pb-2 font-medium whitespace-nowrap ${isActive ? 'border-plum text-plum-dark' : 'border-transparent text-muted hover:text-ink'}`;

/** The ways to look at one place; the first is the place itself, and whatever is opened in it that no other tab is for. */
export function PlaceTabs({ label, tabs }: { label: string; tabs: Record<string, string> }) {
  const row = useRoving<HTMLElement>();
  const { pathname } = useLocation();
  const [place, ...others] = Object.keys(tabs);
  const active = others.find((to) => pathname === to || pathname.startsWith(`${to}/`)) ?? place;
  return (
    <nav
      ref={row}
      aria-label={label}
      className="flex gap-5 overflow-x-auto border-b border-line px-6 pt-3 max-md:px-4"
    >
      {Object.entries(tabs).map(([to, words]) => (
        <Link
          key={to}
          aria-current={to === active ? 'page' : undefined}
          className={tab(to === active)}
          to={to}
        >
          {words}
        </Link>
      ))}
    </nav>
  );
}
