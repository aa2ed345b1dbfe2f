import { Phone } from 'lucide-react';
import type { ReactNode } from 'react';

/** A number that is called by one press. */
export const CallLink = ({ phone, children }: { phone: string; children?: ReactNode }) => (
  <a
    href={`tel:${phone.replace(/[^\d+]/g, '')}`}
    className="flex h-8 w-fit shrink-0 items-center gap-1.5 rounded-control bg-plum px-3 text-[13px] font-semibold whitespace-nowrap text-sheet hover:bg-plum-dark"
  >
    <Phone className="size-3.5" aria-hidden /> {children ?? phone}
  </a>
);
