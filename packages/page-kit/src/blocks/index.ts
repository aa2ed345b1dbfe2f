import type { BlockKindName } from '@plumgate/core/page';
import type { BlockView } from '../page-context.ts';
import { areas } from './areas.tsx';
import { badges } from './badges.tsx';
import { beforeAfter } from './before-after.tsx';
import { booking } from './booking.tsx';
import { button } from './button.tsx';
import { callBar } from './call-bar.tsx';
import { callButton } from './call-button.tsx';
import { cards } from './cards.tsx';
import { chat } from './chat.tsx';
import { code } from './code.tsx';
import { countdown } from './countdown.tsx';
import { divider } from './divider.tsx';
import { figures } from './figures.tsx';
import { form } from './form.tsx';
import { gallery } from './gallery.tsx';
import { heading } from './heading.tsx';
import { homes } from './homes.tsx';
import { hours } from './hours.tsx';
import { legalFooter } from './legal-footer.tsx';
import { listing } from './listing.tsx';
import { logo } from './logo.tsx';
import { map } from './map.tsx';
import { navigation } from './navigation.tsx';
import { numberedSteps } from './numbered-steps.tsx';
import { offer } from './offer.tsx';
import { picture } from './picture.tsx';
import { priceList } from './price-list.tsx';
import { questions } from './questions.tsx';
import { reviews } from './reviews.tsx';
import { social } from './social.tsx';
import { space } from './space.tsx';
import { team } from './team.tsx';
import { text } from './text.tsx';
import { ticks } from './ticks.tsx';
import { video } from './video.tsx';
import { yourBooking } from './your-booking.tsx';

/** The look of every kind of block; the type demands one for each kind that core knows. */
export const blockViews: { [Kind in BlockKindName]: BlockView<Kind> } = {
  heading,
  text,
  ticks,
  picture,
  gallery,
  'before-after': beforeAfter,
  video,
  button,
  form,
  booking,
  'your-booking': yourBooking,
  countdown,
  'call-button': callButton,
  'call-bar': callBar,
  chat,
  cards,
  'numbered-steps': numberedSteps,
  figures,
  'price-list': priceList,
  offer,
  reviews,
  badges,
  areas,
  map,
  hours,
  team,
  listing,
  homes,
  social,
  questions,
  logo,
  navigation,
  space,
  divider,
  'legal-footer': legalFooter,
  code,
};
