export { blockGap } from './base-css.ts';
export { DrawnIconView } from './icon-view.tsx';
export * from './page-view.tsx';
export {
  type FormState,
  type FreeTimes,
  type PageContext,
  type ShownBooking,
} from './page-context.ts';
export { slotField } from './times.tsx';
export { Lines } from './words.tsx';
export { RichLines } from './rich.tsx';
export { pictureFormats, type PictureFormat, type ShownPicture } from './page-context.ts';
export { pictureWidths } from './photo.tsx';
export { runtimeParts, type RuntimePart } from './runtime-parts.ts';
export * from './fonts.ts';
