import { Injectable } from '@nestjs/common';
import type { Answer, api } from '@plumgate/contract';
import type { ClientId, FormId, PictureRef } from '@plumgate/core/basics';
import { pageFromHtml, picturesNeeded, type Making } from '@plumgate/core/html-reading';
import { Database } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { stepsOf } from '../../records/pages/page-row.ts';
import { FunnelService } from '../funnels/funnel.service.ts';
import { PictureService } from '../pictures/picture.service.ts';
import { sourceFromFile, sourceFromWeb, type HtmlSource } from './html-source.ts';
import { fewAtOnce } from './few-at-once.ts';
import { WebReader } from './web-reader.ts';

/** As many pictures as one page brings along; the rest are named as missing. */
const mostPictures = 40;

/** Makes pages of ours from HTML that was made elsewhere, each as a draft in a funnel of its own. */
@Injectable()
export class HtmlImportService {
  constructor(
    private readonly database: Database,
    private readonly reader: WebReader,
    private readonly pictures: PictureService,
    private readonly funnels: FunnelService,
    private readonly ids: IdSource,
  ) {}

  /** @throws AppProblem `not-a-page`, with the reason */
  async fromFile(clientId: ClientId, file: Buffer): Promise<Answer<typeof api.importHtml>> {
    return this.make(clientId, await sourceFromFile(file));
  }

  /** @throws AppProblem `not-fetched` or `not-a-page`, with the reason */
  async fromAddress(clientId: ClientId, address: string): Promise<Answer<typeof api.importHtml>> {
    return this.make(clientId, await sourceFromWeb(this.reader, address));
  }

  private async make(
    clientId: ClientId,
    source: HtmlSource,
  ): Promise<Answer<typeof api.importHtml>> {
    const { page, sheets } = source;
    const needed = picturesNeeded(page, sheets, this.making(new Map())).slice(0, mostPictures);
    const had = new Map(
      await fewAtOnce(
        needed,
        async (address) => [address, await this.pictureAt(clientId, source, address)] as const,
      ),
    );
    const read = pageFromHtml(page, sheets, this.making(had));
    if (!read.ok)
      throw new AppProblem('not-a-page', {
        detail: 'There is nothing on this page that can be read. It may be drawn by script.',
      });
    const { name, draft, notes } = read.value;
    const funnelId = await this.funnels.create(clientId, name, { pages: [{ name, draft }] });
    const [first] = await stepsOf(this.database.db, funnelId);
    return {
      funnelId,
      pageId: first!.id,
      bands: draft.page.bands.length,
      forms: Object.keys(draft.forms).length,
      pictures: [...had.values()].filter(Boolean).length,
      notes,
    };
  }

  private making(had: ReadonlyMap<string, PictureRef | null>): Making {
    return {
      part: () => this.ids.next<string>().slice(-12),
      form: () => this.ids.next<FormId>(),
      pictureAt: (address) => had.get(address) ?? null,
    };
  }

  /** A picture that the page shows, stored as the client's own; null where it can't be had or is none. */
  private async pictureAt(
    clientId: ClientId,
    source: HtmlSource,
    address: string,
  ): Promise<PictureRef | null> {
    try {
      const content = source.fileAt(address);
      const { id, width, height } = content
        ? await this.pictures.add(clientId, nameOf(address), content)
        : await this.pictures.addFromAddress(clientId, address);
      return { id, width, height };
    } catch (error) {
      if (error instanceof AppProblem) return null;
      throw error;
    }
  }
}

/** A picture's name by its file; one that was embedded in the page has none. */
const nameOf = (address: string): string => {
  const [, name = ''] =
    /^https?:\/\/(?!embedded\.invalid)[^?#]*\/([^/?#]+?)(?:\.\w+)?(?:[?#]|$)/.exec(address) ?? [];
  return name.slice(0, 120) || 'picture';
};
