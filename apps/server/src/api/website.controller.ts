import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { WebsiteService } from '../domains/websites/website.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';

@Controller()
export class WebsiteController {
  constructor(private readonly websites: WebsiteService) {}

  @Bind(api.readWebsite)
  read(
    @Input() { params, body }: InputOf<typeof api.readWebsite>,
  ): Promise<Answer<typeof api.readWebsite>> {
    return this.websites.read(params.clientId, body.address);
  }
}
