import type { BlockKindName } from '@plumgate/core/page';
import type { BlockView } from '../page-context.ts';
import { booking } from './booking.tsx';
import { button } from './button.tsx';
import { callButton } from './call-button.tsx';
import { code } from './code.tsx';
import { countdown } from './countdown.tsx';
import { divider } from './divider.tsx';
import { form } from './form.tsx';
import { heading } from './heading.tsx';
import { legalFooter } from './legal-footer.tsx';
import { logo } from './logo.tsx';
import { picture } from './picture.tsx';
import { text } from './text.tsx';
import { ticks } from './ticks.tsx';
import { yourBooking } from './your-booking.tsx';

/** The look of every kind of block; the type demands one for each kind that core knows. */
export const blockViews: { [Kind in BlockKindName]: BlockView<Kind> } = {
  heading,
  text,
  ticks,
  picture,
  button,
  form,
  booking,
  'your-booking': yourBooking,
  countdown,
  'call-button': callButton,
  logo,
  divider,
  'legal-footer': legalFooter,
  code,
};
