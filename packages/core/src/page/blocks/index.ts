import { booking } from './booking.ts';
import { button } from './button.ts';
import { callButton } from './call-button.ts';
import { code } from './code.ts';
import { countdown } from './countdown.ts';
import { divider } from './divider.ts';
import { form } from './form.ts';
import { heading } from './heading.ts';
import { legalFooter } from './legal-footer.ts';
import { logo } from './logo.ts';
import { picture } from './picture.ts';
import { text } from './text.ts';
import { ticks } from './ticks.ts';
import { yourBooking } from './your-booking.ts';

/** Every kind of block, in the order the shelf offers them. */
export const blockKinds = {
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
} as const;

export type BlockKindName = keyof typeof blockKinds;
export { ButtonAction } from './button.ts';
