import type { ButtonHTMLAttributes, ReactNode } from 'react';
import { Link } from 'react-router';

const looks = {
  main: 'border-plum bg-plum text-sheet hover:bg-plum-dark',
  plain: 'border-strong-line bg-sheet text-ink hover:border-muted',
  quiet: 'border-transparent bg-transparent text-plum-dark hover:bg-plum-tint',
} as const;

/** Small beside a label, large where it is all there is to do. */
const sizes = { small: 'h-6 px-1.5', normal: 'h-8 px-3.5', large: 'h-10 px-3.5' } as const;

const shape =
  'inline-flex shrink-0 items-center justify-center gap-1.5 rounded-control border text-[13px] font-semibold whitespace-nowrap';

/** A button; its label is a verb. */
export function Button({
  look = 'plain',
  size = 'normal',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & {
  look?: keyof typeof looks;
  size?: keyof typeof sizes;
}) {
  return (
    <button
      type="button"
      className={`${shape} ${sizes[size]} disabled:cursor-default disabled:opacity-50 ${looks[look]} ${className}`}
      {...rest}
    />
  );
}

/** A press that leads to another place, in the looks of a button. */
export const LinkButton = ({
  look = 'plain',
  to,
  isFile = false,
  children,
}: {
  look?: keyof typeof looks;
  to: string;
  /** A file from the server, not a screen. */
  isFile?: boolean;
  children: ReactNode;
}) => (
  <Link
    className={`${shape} ${sizes.normal} ${looks[look]}`}
    {...(isFile && { reloadDocument: true, download: true })}
    to={to}
  >
    {children}
  </Link>
);

/** A small square button with an icon; `label` is what it does, for everyone who can't see the icon. */
export function IconButton({
  label,
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { label: string }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className={`grid size-7 shrink-0 place-items-center rounded-control text-muted hover:bg-plum-tint hover:text-plum-dark disabled:cursor-default disabled:opacity-35 disabled:hover:bg-transparent [&_svg]:size-4 ${className}`}
      {...rest}
    />
  );
}
