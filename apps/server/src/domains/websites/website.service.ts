import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { pagesWorthReading, readWebsite, type OpenedPage } from '@plumgate/core/html-reading';
import {
  mostFound,
  type FoundPicture,
  type SeenPicture,
  type WebsiteReading,
} from '@plumgate/core/website';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { ClientRecordsService } from '../clients/client-records.service.ts';
import { ClientService } from '../clients/client.service.ts';
import { PictureService } from '../pictures/picture.service.ts';
import { fewAtOnce } from './few-at-once.ts';
import { WebReader } from './web-reader.ts';

/** What is smaller than this, in px, is an icon and neither a logo nor a photograph. Common practice, no source. */
const leastWidth = { logo: 48, picture: 240 } as const;

/** Reads a client's own website and says what could be taken from it that is not there yet. Nothing is stored. */
@Injectable()
export class WebsiteService {
  constructor(
    private readonly reader: WebReader,
    private readonly clients: ClientService,
    private readonly records: ClientRecordsService,
    private readonly pictures: PictureService,
  ) {}

  /** @throws AppProblem `not-fetched` or `not-a-page`, when the first page can't be read */
  async read(clientId: ClientId, typed: string): Promise<WebsiteReading> {
    const { facts } = await this.clients.get(clientId);
    const first = await this.reader.pageAt(typed);
    const problems: string[] = [];
    const [others, sheets] = await Promise.all([
      this.otherPages(first, problems),
      this.reader.sheetsOf(first),
    ]);
    const pages = [first, ...others];
    const { notes, ...found } = readWebsite(
      pages,
      sheets.map(({ css }) => css),
      facts.country,
    );
    const { reviews } = await this.records.get(clientId);
    const known = new Set(reviews.map(({ said }) => said));
    const [logos, pictures] = await Promise.all([
      this.seen(found.logos, leastWidth.logo, problems),
      this.seen(found.pictures, leastWidth.picture, problems),
    ]);
    return {
      address: first.address,
      pages: pages.map(({ $, address }) => ({ address, title: $('title').first().text().trim() })),
      ...found,
      reviews: found.reviews.filter(({ said }) => !known.has(said)),
      logos,
      pictures,
      problems: [...notes, ...problems],
    };
  }

  private async otherPages(first: OpenedPage, problems: string[]): Promise<OpenedPage[]> {
    const addresses = pagesWorthReading(first, mostFound.pages - 1);
    const opened = await fewAtOnce(addresses, (address) =>
      this.reader.pageAt(address).catch((error: unknown) => {
        problems.push(`${address}: ${reasonOf(error)}`);
        return null;
      }),
    );
    const read = opened.filter((page) => page !== null);
    // Two addresses may lead to one page.
    return read.filter(
      ({ address }, index) =>
        address !== first.address && read.findIndex((one) => one.address === address) === index,
    );
  }

  private async seen(
    found: FoundPicture[],
    least: number,
    problems: string[],
  ): Promise<SeenPicture[]> {
    const looked = await fewAtOnce(found, async (picture) => {
      try {
        return { ...picture, ...(await this.pictures.look(picture.address)) };
      } catch (error) {
        problems.push(`${picture.address}: ${reasonOf(error)}`);
        return null;
      }
    });
    return looked.filter((picture) => picture !== null).filter(({ width }) => width >= least);
  }
}

/** What an expected failure says; any other stays one. */
function reasonOf(error: unknown): string {
  if (error instanceof AppProblem) return error.message;
  throw error;
}
