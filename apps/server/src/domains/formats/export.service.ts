import { readFile } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { Injectable } from '@nestjs/common';
import { parse } from 'node-html-parser';
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
import { familiesOf } from '@plumgate/core/brand';
import { bundleFile, bundleVersion, type Bundle } from '@plumgate/core/formats';
import type { FormDefinition } from '@plumgate/core/forms';
import { bindingsOf, formsOn, type Draft } from '@plumgate/core/page';
import { fontFile, fontSubsets, type PictureFormat } from '@plumgate/page-kit';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { FunnelService } from '../funnels/funnel.service.ts';
import { stepsOf } from '../../records/pages/page-row.ts';
import { PageService } from '../pages/page.service.ts';
import { FileService } from '../pictures/file.service.ts';
import { PictureService } from '../pictures/picture.service.ts';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { fontPaths, scriptOf } from '../live-pages/assets.ts';
import { PageLoader } from '../live-pages/page-loader.ts';
import { PageRenderer } from '../live-pages/page-renderer.ts';
import { TemplateService } from '../templates/template.service.ts';
import { pack, type ZipContent } from './zip.ts';

/** A zip on its way out, and the name to save it under. */
export interface Zipped {
  name: string;
  zip: Readable;
}

/** Gives pages, funnels and templates out in the open format, and a page as plain HTML. */
@Injectable()
export class ExportService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
    private readonly funnels: FunnelService,
    private readonly pages: PageService,
    private readonly forms: FormService,
    private readonly pictures: PictureService,
    private readonly files: FileService,
    private readonly templates: TemplateService,
    private readonly loader: PageLoader,
    private readonly renderer: PageRenderer,
  ) {}

  async funnel(id: FunnelId): Promise<Zipped> {
    const funnel = await this.funnels.row(id);
    const steps = await stepsOf(this.database.db, id);
    const pages = steps.map(({ id, name, slug, leadsTo, draft }) => ({
      id,
      name,
      slug,
      leadsTo,
      document: draft,
    }));
    const forms = await this.formsOf(funnel.clientId, pages);
    return this.bundle('funnel', funnel.name, pages, forms);
  }

  async page(id: PageId): Promise<Zipped> {
    const { name, slug, draft, clientId } = await this.pages.row(id);
    const pages = [{ id, name, slug, leadsTo: null, document: draft }];
    return this.bundle('page', name, pages, await this.formsOf(clientId, pages));
  }

  async template(id: TemplateId): Promise<Zipped> {
    const template = (await this.templates.list()).find((one) => one.id === id);
    if (!template) throw notFound();
    const drafts = template.content.pages.map(({ name, draft }) => ({
      name,
      draft: draft as Draft,
    }));
    const pages = drafts.map(({ name, draft }) => ({
      id: this.ids.next<PageId>(),
      name,
      slug: slugFrom(name),
      leadsTo: null,
      document: draft.page,
    }));
    const forms = Object.assign({}, ...drafts.map(({ draft }) => draft.forms)) as Draft['forms'];
    return this.bundle('template', template.name, pages, forms);
  }

  /** The draft of a page as HTML with its pictures, fonts and script beside it. Its form goes on sending to the live page. */
  async html(id: PageId): Promise<Zipped> {
    const row = await this.pages.row(id);
    const client = await this.clients.get(row.clientId);
    const page = await this.loader.draft(client.slug, row.slug);
    if (!page) throw notFound();
    const wanted = new Map<string, { id: PictureId; width: number; format: PictureFormat }>();
    const picture = (id: PictureId, width: number, format: PictureFormat) => {
      const name = `pictures/${id}-${width}.${format}`;
      wanted.set(name, { id, width, format });
      return name;
    };
    const files: Record<string, ZipContent> = {};
    let html = this.renderer.renderApart(page, {
      picture,
      action: `${client.knownSite}/${row.slug}`,
    });
    const there = await this.pictures.names([...wanted.values()].map(({ id }) => id));
    for (const [name, { id, width, format }] of wanted)
      if (html.includes(name) && there.has(id))
        files[name] = async () => (await this.pictures.file(id, width, format))!.content;
    for (const family of familiesOf(page.brand.typePair))
      for (const subset of Object.keys(fontSubsets) as (keyof typeof fontSubsets)[]) {
        const file = fontFile(family, subset);
        const path = fontPaths.get(file);
        if (path) files[`fonts/${file}`] = () => readFile(path);
      }
    const script = parse(html).querySelector('script[src^="./visitor-"]')?.getAttribute('src');
    if (script) {
      const name = script.slice('./'.length);
      files[name] = scriptOf(name)!.plain.toString();
    }
    for (const [id, file] of await this.files.summaries(bindingsOf(page.document).files)) {
      const name = `files/${slugFrom(file.name)}${extensions[file.type]}`;
      html = html.replaceAll(`/~/files/${id}`, name);
      files[name] = () => this.contentOf(id);
    }
    return zipped(row.slug, { 'index.html': html, ...files });
  }

  private async formsOf(
    clientId: ClientId,
    pages: Bundle['pages'],
  ): Promise<Record<FormId, FormDefinition>> {
    const ids = [...new Set(pages.flatMap(({ document }) => formsOn(document)))];
    return this.forms.some(this.database.db, clientId, ids);
  }

  private async bundle(
    kind: Bundle['kind'],
    name: string,
    pages: Bundle['pages'],
    forms: Bundle['forms'],
  ): Promise<Zipped> {
    const bound = bindingsOf([...pages.map(({ document }) => document), ...Object.values(forms)]);
    const contents: Record<string, ZipContent> = {};
    const pictures = await this.pictures.names(bound.pictures);
    for (const id of pictures.keys())
      contents[`pictures/${id}`] = async () => (await this.pictures.source(id))!.content;
    const files = await this.files.summaries(bound.files);
    for (const id of files.keys()) contents[`files/${id}`] = () => this.contentOf(id);
    const bundle: Bundle = {
      format: 'plumgate',
      version: bundleVersion,
      kind,
      name,
      pages,
      forms,
      pictures: [...pictures].map(([id, name]) => ({ id, name, file: `pictures/${id}` })),
      files: [...files].map(([id, { name }]) => ({ id, name, file: `files/${id}` })),
    };
    return zipped(slugFrom(name), {
      [bundleFile]: JSON.stringify(bundle, null, 2),
      ...contents,
    });
  }

  private async contentOf(id: FileId): Promise<Uint8Array> {
    return (await this.files.read(id))!.content;
  }
}

const extensions = {
  'application/pdf': '.pdf',
  'video/mp4': '.mp4',
  'video/webm': '.webm',
} as const;

const zipped = (name: string, files: Record<string, ZipContent>): Zipped => ({
  name: `${name}.zip`,
  zip: pack(files),
});
