import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import { ClientService } from '../domains/clients/client.service.ts';
import { ReportService } from '../domains/reports/report.service.ts';
import { quayside } from './clients.ts';

/** The dentist gets a report each month; that of October is made. */
export async function addReports(app: NestFastifyApplication): Promise<void> {
  const client = (await app.get(ClientService).bySlug(quayside.slug))!;
  const reports = app.get(ReportService);
  const id = await reports.add(client.id, {
    name: 'Your month',
    parts: ['words', 'numbers', 'line', 'sources', 'pages', 'conversions', 'tests', 'leads'],
    brand: 'client',
    schedule: { day: 3, to: ['owner@quayside-dental.test'] },
  });
  const { issueId } = await reports.make(id, null);
  await reports.setWords(
    issueId,
    'October was the best month since the new page went live. Most people come by search ads on a phone.\n\nIn November we test a calmer headline.',
  );
}
