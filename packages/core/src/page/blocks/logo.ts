import { z } from 'zod';
import { blockKind } from '../block-kind.ts';

/** In px; null as high as the brand has it. */
const LogoWidth = z.int().min(40).max(480).nullable();

/** The client's mark and name, from the brand and the fact sheet. */
export const logo = blockKind({
  kind: 'logo',
  label: 'Logo',
  look: ['align'],
  settings: { width: LogoWidth, phoneWidth: LogoWidth },
  starter: { width: null, phoneWidth: null },
});
