import { ClientId, PageId, TestId, VariationId } from '@plumgate/core/basics';
import { testMeasures } from '@plumgate/core/splittest';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { nothing } from './parts.ts';
import { TestGrounds, TestIdea, TestSummary, TestView } from './split-tests.ts';

const ofPage = z.object({ pageId: PageId });
const ofTest = z.object({ testId: TestId });

export const listTests = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/tests',
  summary: "A client's split tests, the newest first, with what each of them says now",
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  answer: z.object({ tests: z.array(TestSummary) }),
});
export const getTestGrounds = endpoint({
  method: 'GET',
  path: '/api/pages/:pageId/test-grounds',
  summary:
    'What a split test of a page would start from: how many come, and how many of them do what decides',
  right: 'funnels.read',
  params: ofPage,
  query: z.object({
    measure: z.enum(testMeasures).default('lead'),
    /** Of those alone who take part, where not everybody does. */
    device: z.enum(['phone', 'wide']).optional(),
    source: z.string().max(120).optional(),
  }),
  answer: TestGrounds,
});
export const createTest = endpoint({
  method: 'POST',
  path: '/api/pages/:pageId/tests',
  summary: 'Plan a split test: the page as visitors see it against its draft',
  right: 'funnels.write',
  params: ofPage,
  body: TestIdea,
  answer: TestView,
});
export const getTest = endpoint({
  method: 'GET',
  path: '/api/tests/:testId',
  summary: 'A split test as it stands, on any day',
  right: 'results.read',
  params: ofTest,
  answer: TestView,
});
export const changeTest = endpoint({
  method: 'PUT',
  path: '/api/tests/:testId',
  summary: 'Change what a test is to find out, until it begins',
  right: 'funnels.write',
  params: ofTest,
  body: TestIdea,
  answer: TestView,
});
export const addVariation = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/variations',
  summary:
    'Set the draft aside as a variation of its own; what is written on the page from now on is another',
  right: 'funnels.write',
  params: ofTest,
  body: z.object({ change: z.string().trim().max(200).default('') }),
  answer: TestView,
});
export const removeVariation = endpoint({
  method: 'DELETE',
  path: '/api/tests/:testId/variations/:variationId',
  summary: 'Leave a variation out that was set aside',
  right: 'funnels.write',
  params: ofTest.extend({ variationId: VariationId }),
  answer: TestView,
});
export const startTest = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/start',
  summary: 'Show each variation to its share of the visitors from now on',
  right: 'funnels.write',
  params: ofTest,
  answer: TestView,
});
export const endTest = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/end',
  summary: 'End a test, and publish the variation that is to be kept',
  right: 'funnels.write',
  params: ofTest,
  body: z
    .object({
      /** None: the page stays as it was. */
      keep: VariationId.nullable().default(null),
      lesson: z.string().trim().max(1000).default(''),
    })
    .default({ keep: null, lesson: '' }),
  answer: TestView,
});
export const deleteTest = endpoint({
  method: 'DELETE',
  path: '/api/tests/:testId',
  summary: 'Delete a test that has not begun; the draft stays',
  right: 'funnels.write',
  params: ofTest,
  answer: nothing,
});
