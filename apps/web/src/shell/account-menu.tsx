import { api, roleMay, type SignedIn } from '@plumgate/contract';
import { useQueryClient } from '@tanstack/react-query';
import { DropdownMenu } from 'radix-ui';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../api/call.ts';
import { roleWords } from '../features/accounts/role-words.ts';

const item = 'cursor-pointer rounded-md px-2.5 py-1.5 outline-none data-highlighted:bg-plum-tint';

export function AccountMenu({ session: { user, agency } }: { session: SignedIn }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const leave = async () => {
    try {
      await call(api.signOut, {});
      queries.clear();
      await navigate('/sign-in');
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  const initials = user.name
    .split(' ')
    .map((word) => word[0])
    .join('')
    .slice(0, 2)
    .toUpperCase();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`Account of ${user.name}`}
        className="grid size-7 place-items-center rounded-full bg-plum-tint text-[11px] font-bold text-plum-dark"
      >
        {initials}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-30 min-w-56 rounded-card border border-line bg-sheet p-1.5 shadow-lg"
        >
          <div className="px-2.5 py-1.5">
            <div className="font-semibold">{user.name}</div>
            <div className="text-xs text-muted">
              {roleWords[user.role]}, {agency.name}
            </div>
            <div className="text-xs text-muted">{user.email}</div>
          </div>
          <DropdownMenu.Separator className="my-1.5 h-px bg-line" />
          <DropdownMenu.Item className={item} onSelect={() => void navigate('/profile')}>
            Your account
          </DropdownMenu.Item>
          {roleMay(user.role, 'users.manage') && (
            <DropdownMenu.Item className={item} onSelect={() => void navigate('/agency/team')}>
              Team
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item className={item} onSelect={() => void leave()}>
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
