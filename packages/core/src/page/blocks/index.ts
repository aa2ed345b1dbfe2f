import { areas } from './areas.ts';
import { badges } from './badges.ts';
import { beforeAfter } from './before-after.ts';
import { booking } from './booking.ts';
import { button } from './button.ts';
import { callBar } from './call-bar.ts';
import { callButton } from './call-button.ts';
import { cards } from './cards.ts';
import { chat } from './chat.ts';
import { code } from './code.ts';
import { countdown } from './countdown.ts';
import { divider } from './divider.ts';
import { figures } from './figures.ts';
import { form } from './form.ts';
import { gallery } from './gallery.ts';
import { heading } from './heading.ts';
import { homes } from './homes.ts';
import { hours } from './hours.ts';
import { legalFooter } from './legal-footer.ts';
import { listing } from './listing.ts';
import { logo } from './logo.ts';
import { map } from './map.ts';
import { navigation } from './navigation.ts';
import { numberedSteps } from './numbered-steps.ts';
import { offer } from './offer.ts';
import { picture } from './picture.ts';
import { priceList } from './price-list.ts';
import { questions } from './questions.ts';
import { reviews } from './reviews.ts';
import { social } from './social.ts';
import { space } from './space.ts';
import { team } from './team.ts';
import { text } from './text.ts';
import { ticks } from './ticks.ts';
import { video } from './video.ts';
import { yourBooking } from './your-booking.ts';

/** Every kind of block, in the order the shelf offers them. */
export const blockKinds = {
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
} as const;

export type BlockKindName = keyof typeof blockKinds;
export { isDrawnLast } from './chat.ts';
export { ButtonAction } from './button.ts';
export { homeParts, type HomePart } from './listing.ts';
export { mapOf } from './map.ts';
export { Crop, Drawing, PictureAction, pictureWidthLimits } from './picture.ts';
export { plainReview } from './reviews.ts';
