export * from './page-view.tsx';
export {
  type FormState,
  type FreeTimes,
  type PageContext,
  type ShownBooking,
} from './page-context.ts';
export { slotField } from './times.tsx';
export { Lines } from './words.tsx';
export * from './fonts.ts';
