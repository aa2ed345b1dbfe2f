import { dialled } from '@plumgate/core/people';
import type { ButtonAction } from '@plumgate/core/page';
import type { PageContext } from './page-context.ts';

/** Where a button leads on this page; null when there is nothing at the other end, and then visitors are not shown it. */
export function hrefOf(action: ButtonAction, page: PageContext): string | null {
  const { phone, country, email } = page.facts;
  switch (action.kind) {
    case 'next-step':
      return page.nextStep;
    case 'page':
      return page.pageHref(action.page);
    case 'scroll':
      return `#${action.band}`;
    case 'popup':
      return `#${action.popup}`;
    case 'section':
      return `#${action.section}`;
    case 'address':
      return action.href;
    case 'call':
      return phone && `tel:${dialled(phone, country)}`;
    case 'text':
      return phone && `sms:${dialled(phone, country)}`;
    case 'email':
      return email && `mailto:${email}`;
    case 'download':
      return page.fileHref(action.file);
  }
}
