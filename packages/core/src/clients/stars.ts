import { z } from 'zod';

/** How many of five stars somebody gave. */
export const Stars = z.int().min(1).max(5);
