import { Link } from 'react-router';
import { Empty } from '../ui/states.tsx';

export function NoSuchPlace() {
  return (
    <Empty title="There is nothing at this address">
      <p>It may have been removed, or the link is incomplete.</p>
      <Link className="font-semibold text-plum-dark underline" to="/">
        Go to the start page
      </Link>
    </Empty>
  );
}
