import { z } from 'zod';

export const DnsLine = z.object({
  name: z.string(),
  type: z.enum(['CNAME', 'TXT', 'A']),
  value: z.string(),
});
