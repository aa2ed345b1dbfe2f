import { Injectable } from '@nestjs/common';
import {
  htmlLimits,
  openHtml,
  sheetAddresses,
  type HtmlProblem,
  type OpenedPage,
  type Sheet,
} from '@plumgate/core/html-reading';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { OutboundError, SafeFetch, type OutboundAnswer } from '../../platform/http/safe-fetch.ts';

/** As long as one page, and each of its style sheets, is waited for. */
const timeoutMs = { page: 15_000, sheet: 5_000 } as const;
const mostSheets = 6;

const problemWords: Record<HtmlProblem, string> = {
  'not-html': 'This is not a web page.',
  'too-large': `This page is larger than ${htmlLimits.bytes / 2 ** 20} MB.`,
  'too-many-elements': 'This page has too many parts to be read.',
};

/** Reads pages of other people's websites. */
@Injectable()
export class WebReader {
  constructor(private readonly outbound: SafeFetch) {}

  /**
   * The page at an address that somebody typed: without a scheme, https is tried before http.
   *
   * @throws AppProblem `not-fetched` or `not-a-page`, with the reason
   */
  async pageAt(typed: string): Promise<OpenedPage> {
    if (/^https?:\/\//i.test(typed)) return this.open(typed);
    if (!/^[^\s/:@]+(?:\.[^\s/:@]+)+(?::\d+)?(?:[/?#]\S*)?$/.test(typed))
      throw new AppProblem('not-fetched', { detail: 'Give an address such as www.example.com.' });
    try {
      return await this.open(`https://${typed}`);
    } catch (error) {
      const isUnreachable =
        error instanceof AppProblem &&
        (error.cause as OutboundError | undefined)?.code === 'unreachable';
      if (!isUnreachable) throw error;
      return this.open(`http://${typed}`);
    }
  }

  /** The style sheets that a page names; what can't be fetched is left out. */
  async sheetsOf(page: OpenedPage): Promise<Sheet[]> {
    const addresses = sheetAddresses(page).slice(0, mostSheets);
    const answers = await Promise.allSettled(
      addresses.map((address) => this.get(address, 'text/css', timeoutMs.sheet, 2 ** 20)),
    );
    return answers.flatMap((one) =>
      one.status === 'fulfilled'
        ? { css: one.value.content.toString('utf8'), base: one.value.address }
        : [],
    );
  }

  private async open(address: string): Promise<OpenedPage> {
    const answer = await this.get(address, 'text/html', timeoutMs.page, htmlLimits.bytes);
    if (answer.status !== 200)
      throw new AppProblem('not-fetched', {
        detail: `There is no page at this address: it answers ${answer.status}.`,
      });
    const type = String(answer.headers['content-type'] ?? '');
    return openedPage(answer.content, answer.address, type);
  }

  private async get(
    address: string,
    accept: string,
    wait: number,
    maxBytes: number,
  ): Promise<OutboundAnswer> {
    try {
      return await this.outbound.fetch(address, {
        method: 'GET',
        headers: { accept },
        redirects: 5,
        timeoutMs: wait,
        maxBytes,
      });
    } catch (error) {
      if (!(error instanceof OutboundError)) throw error;
      if (error.code === 'too-large') throw notAPage('too-large');
      throw Object.assign(new AppProblem('not-fetched', { detail: error.message }), {
        cause: error,
      });
    }
  }
}

const notAPage = (problem: HtmlProblem): AppProblem =>
  new AppProblem('not-a-page', { detail: problemWords[problem] });

/**
 * Opens a page's HTML.
 *
 * @throws AppProblem `not-a-page`, with the reason
 */
export function openedPage(content: Buffer, address: string, contentType = ''): OpenedPage {
  const opened = openHtml(content, address, contentType);
  if (!opened.ok) throw notAPage(opened.problem);
  return opened.value;
}
