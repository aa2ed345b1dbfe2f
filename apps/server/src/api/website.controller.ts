import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { HtmlImportService } from '../domains/websites/html-import.service.ts';
import { WebsiteService } from '../domains/websites/website.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';

@Controller()
export class WebsiteController {
  constructor(
    private readonly websites: WebsiteService,
    private readonly imports: HtmlImportService,
  ) {}

  @Bind(api.readWebsite)
  read(
    @Input() { params, body }: InputOf<typeof api.readWebsite>,
  ): Promise<Answer<typeof api.readWebsite>> {
    return this.websites.read(params.clientId, body.address);
  }

  @Bind(api.importHtml)
  importHtml(
    @Input() { params, body }: InputOf<typeof api.importHtml>,
  ): Promise<Answer<typeof api.importHtml>> {
    return this.imports.fromFile(params.clientId, body as unknown as Buffer);
  }

  @Bind(api.importHtmlFrom)
  importHtmlFrom(
    @Input() { params, body }: InputOf<typeof api.importHtmlFrom>,
  ): Promise<Answer<typeof api.importHtmlFrom>> {
    return this.imports.fromAddress(params.clientId, body.address);
  }
}
