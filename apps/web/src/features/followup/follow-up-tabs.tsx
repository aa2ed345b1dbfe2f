import { NavLink } from 'react-router';

const tab = ({ isActive }: { isActive: boolean }) =>
  `border-b-2 px-1 pb-2 font-medium ${isActive ? 'border-plum text-plum-dark' : 'border-transparent text-muted hover:text-ink'}`;

export function FollowUpTabs({ slug }: { slug: string }) {
  return (
    <nav aria-label="Follow-up" className="flex gap-5 border-b border-line px-6 pt-3">
      <NavLink end className={tab} to={`/${slug}/follow-up`}>
        Sequences
      </NavLink>
      <NavLink className={tab} to={`/${slug}/follow-up/rules`}>
        Rules
      </NavLink>
      <NavLink className={tab} to={`/${slug}/follow-up/post-room`}>
        Post room
      </NavLink>
    </nav>
  );
}
