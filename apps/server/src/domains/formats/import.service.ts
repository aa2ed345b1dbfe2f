import { Injectable } from '@nestjs/common';
import type {
  ClientId,
  FileId,
  FormId,
  FunnelId,
  PageId,
  PictureId,
  TemplateId,
} from '@plumgate/core/basics';
import { slugFrom } from '@plumgate/core/basics';
import { bundleFile, readBundle, type Bundle, type BundleProblem } from '@plumgate/core/formats';
import { asItIs, formsOn, rebind, type PageDocument, type Rebinding } from '@plumgate/core/page';
import { FunnelService } from '../funnels/funnel.service.ts';
import { AddressService } from '../pages/address.service.ts';
import { CopyToClientService } from '../pages/copy-to-client.service.ts';
import { PageService } from '../pages/page.service.ts';
import { FileService } from '../pictures/file.service.ts';
import { PictureService, type ReadPicture } from '../pictures/picture.service.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { TemplateService } from '../templates/template.service.ts';
import { BadZip, unpack } from './zip.ts';

type Contents = Record<string, Uint8Array>;
/** What a zip holds, all of it read and judged before anything is kept. */
interface ReadBundle {
  bundle: Bundle;
  pictures: Map<PictureId, { name: string; read: ReadPicture }>;
  files: Map<FileId, { name: string; content: Buffer }>;
}

/** Takes bundles in: all of one in one transaction, or nothing, with every place that can't be read. */
@Injectable()
export class ImportService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly funnels: FunnelService,
    private readonly pages: PageService,
    private readonly addresses: AddressService,
    private readonly over: CopyToClientService,
    private readonly pictures: PictureService,
    private readonly files: FileService,
    private readonly templates: TemplateService,
  ) {}

  async take(
    clientId: ClientId,
    zip: Buffer,
  ): Promise<{ funnelId: FunnelId | null; templateId: TemplateId | null }> {
    const read = await this.readAll(zip);
    return this.database.transaction(async (tx) => {
      const free = await this.addresses.availableSlug(tx, clientId);
      const { bundle, documents } = await this.withPictures(tx, clientId, read);
      if (bundle.kind === 'template')
        return { funnelId: null, templateId: await this.asTemplate(tx, bundle, documents) };
      return {
        funnelId: await this.asFunnel(tx, clientId, bundle, documents, free),
        templateId: null,
      };
    });
  }

  private async readAll(zip: Buffer): Promise<ReadBundle> {
    const contents: Contents = await unpack(zip).catch((error: unknown) => {
      if (error instanceof BadZip) throw refused([{ at: 'zip', message: error.message }]);
      throw error;
    });
    const text = contents[bundleFile];
    if (!text) throw refused([{ at: 'zip', message: `There is no ${bundleFile} in it.` }]);
    const read = readBundle(Buffer.from(text).toString('utf8'), (file) => file in contents);
    if (!read.ok) throw refused(read.problem);
    const bundle = read.value;
    const content = (file: string) => Buffer.from(contents[file]!);
    const pictures: ReadBundle['pictures'] = new Map();
    for (const [index, { id, name, file }] of bundle.pictures.entries()) {
      const picture = await this.pictures.read(content(file)).catch((error: unknown) => {
        if (!(error instanceof AppProblem) || error.code !== 'not-a-picture') throw error;
        throw refused([
          { at: `pictures.${index}`, message: `“${name}” is not a picture that can be read.` },
        ]);
      });
      pictures.set(id as PictureId, { name, read: picture });
    }
    const files: ReadBundle['files'] = new Map(
      bundle.files.map(({ id, name, file }) => [id as FileId, { name, content: content(file) }]),
    );
    return { bundle, pictures, files };
  }

  /** The pages and forms with pictures and files of this client's own. */
  private async withPictures(
    tx: Queries,
    clientId: ClientId,
    { bundle, pictures, files }: ReadBundle,
  ): Promise<{ documents: PageDocument[]; bundle: Bundle }> {
    const own = { pictures: new Map<PictureId, PictureId>(), files: new Map<FileId, FileId>() };
    for (const [id, { name, read }] of pictures)
      own.pictures.set(id, (await this.pictures.keep(tx, clientId, name, read)).id);
    for (const [id, { name, content }] of files)
      own.files.set(id, (await this.files.keep(tx, clientId, name, content)).id);
    const to: Rebinding = {
      ...asItIs,
      picture: (id) => own.pictures.get(id) ?? null,
      file: (id) => own.files.get(id) ?? null,
    };
    const forms = Object.entries(bundle.forms).map(([id, form]) => [id, rebind(form, to)] as const);
    return {
      documents: rebind(
        bundle.pages.map(({ document }) => document),
        to,
      ),
      bundle: { ...bundle, forms: Object.fromEntries(forms) },
    };
  }

  private async asFunnel(
    tx: Queries,
    clientId: ClientId,
    bundle: Bundle,
    documents: PageDocument[],
    free: (wanted: string) => string,
  ): Promise<FunnelId> {
    const funnelId = await this.funnels.begin(tx, clientId, bundle.name);
    const copies = new Map(bundle.pages.map(({ id }) => [id, this.ids.next<PageId>()]));
    const { parts } = await this.over.bring(tx, clientId, documents, bundle.forms, {
      formName: (name) => name,
      pages: copies,
    });
    for (const [position, { id, name, slug, leadsTo }] of bundle.pages.entries())
      await this.pages.create(tx, {
        id: copies.get(id)!,
        clientId,
        funnelId,
        position,
        name,
        slug: free(slugFrom(slug || name)),
        leadsTo: (leadsTo && copies.get(leadsTo)) ?? null,
        draft: parts[position]!,
      });
    return funnelId;
  }

  private asTemplate(
    tx: Queries,
    { name, pages, forms }: Bundle,
    documents: PageDocument[],
  ): Promise<TemplateId> {
    const content = {
      pages: pages.map((page, index) => {
        const document = documents[index]!;
        const own = formsOn(document).map((id) => [id, forms[id]] as [FormId, unknown]);
        return { name: page.name, draft: { page: document, forms: Object.fromEntries(own) } };
      }),
    };
    return this.templates.keep(pages.length > 1 ? 'funnel' : 'page', name, content, tx);
  }
}

const refused = (problems: BundleProblem[]) =>
  new AppProblem('not-a-bundle', {
    detail: problems[0]!.message,
    fields: problems.slice(0, 50).map(({ at, message }) => ({ field: at, message })),
  });
