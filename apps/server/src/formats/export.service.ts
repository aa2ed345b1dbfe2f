import { readFile } from 'node:fs/promises';
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
import { familiesOf } from '@plumgate/core/brand';
import { bundleFile, bundleVersion, type Bundle } from '@plumgate/core/formats';
import type { FormDefinition } from '@plumgate/core/forms';
import { bindingsOf, formsOn, type Draft } from '@plumgate/core/page';
import { fontFile, fontSubsets, type PictureFormat } from '@plumgate/page-kit';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { FunnelService } from '../funnels/funnel.service.ts';
import { stepsOf } from '../pages/page-row.ts';
import { PageService } from '../pages/page.service.ts';
import { FileService } from '../pictures/file.service.ts';
import { PictureService } from '../pictures/picture.service.ts';
import { Database } from '../platform/database/database.ts';
import { notFound } from '../platform/http/app-problem.ts';
import { IdSource } from '../platform/id-source.ts';
import { fontPaths, scriptOf } from '../site/assets.ts';
import { LivePages } from '../site/live-pages.ts';
import { TemplateService } from '../templates/template.service.ts';
import { pack } from './zip.ts';

/** A zip to be kept under a name. */
export interface Zipped {
  name: string;
  zip: string;
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
    private readonly live: LivePages,
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
    const page = await this.live.draftAt(client.slug, row.slug);
    if (!page) throw notFound();
    const wanted = new Map<string, { id: PictureId; width: number; format: PictureFormat }>();
    const picture = (id: PictureId, width: number, format: PictureFormat) => {
      const name = `pictures/${id}-${width}.${format}`;
      wanted.set(name, { id, width, format });
      return name;
    };
    const files: Record<string, Uint8Array | string> = {};
    let html = this.live.renderApart(page, { picture, action: `${client.knownSite}/${row.slug}` });
    for (const [name, { id, width, format }] of wanted) {
      const made = html.includes(name) && (await this.pictures.file(id, width, format));
      if (made) files[name] = made.content;
    }
    for (const family of familiesOf(page.brand.typePair))
      for (const subset of Object.keys(fontSubsets) as (keyof typeof fontSubsets)[]) {
        const file = fontFile(family, subset);
        const path = fontPaths.get(file);
        if (path) files[`fonts/${file}`] = await readFile(path);
      }
    const [, script] = /src="\.\/(visitor-[^"]+\.js)"/.exec(html) ?? [];
    if (script) files[script] = scriptOf(script)!.plain;
    for (const file of bindingsOf(page.document).files) {
      const kept = await this.files.read(file);
      if (!kept) continue;
      const name = `files/${slugFrom(kept.name)}${extensions[kept.type]}`;
      html = html.replaceAll(`/~/files/${file}`, name);
      files[name] = kept.content;
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
    const bound = bindingsOf(pages.map(({ document }) => document));
    const contents: Record<string, Uint8Array | string> = {};
    const bundle: Bundle = {
      format: 'plumgate',
      version: bundleVersion,
      kind,
      name,
      pages,
      forms,
      pictures: await this.kept('pictures', bound.pictures, contents),
      files: await this.kept('files', bound.files, contents),
    };
    return zipped(slugFrom(name), {
      [bundleFile]: JSON.stringify(bundle, null, 2),
      ...contents,
    });
  }

  private async kept(
    kind: 'pictures' | 'files',
    ids: readonly (PictureId | FileId)[],
    contents: Record<string, Uint8Array | string>,
  ): Promise<Bundle['pictures']> {
    const list: Bundle['pictures'] = [];
    for (const id of ids) {
      const found =
        kind === 'pictures'
          ? await this.pictures.source(id as PictureId)
          : await this.files.read(id as FileId);
      if (!found) continue;
      const file = `${kind}/${id}`;
      contents[file] = found.content;
      list.push({ id, name: found.name, file });
    }
    return list;
  }
}

const extensions = {
  'application/pdf': '.pdf',
  'video/mp4': '.mp4',
  'video/webm': '.webm',
} as const;

const zipped = (name: string, files: Record<string, Uint8Array | string>): Zipped => ({
  name: `${name}.zip`,
  zip: pack(files).toString('base64'),
});
