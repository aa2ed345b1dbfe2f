import { Controller, type StreamableFile } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { ConversionService } from '../domains/results/conversion.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';
import { csvFile } from '../platform/http/csv.ts';

@Controller()
export class ConversionController {
  constructor(private readonly conversions: ConversionService) {}

  @Bind(api.listConversions)
  async list(
    @Input() { params, query }: InputOf<typeof api.listConversions>,
  ): Promise<Answer<typeof api.listConversions>> {
    return { conversions: await this.conversions.list(params.clientId, query) };
  }

  @Bind(api.addConversion)
  async add(
    @Input() { params, body }: InputOf<typeof api.addConversion>,
  ): Promise<Answer<typeof api.addConversion>> {
    return { conversionId: await this.conversions.add(params.clientId, body) };
  }

  @Bind(api.changeConversion)
  async change(
    @Input() { params, body }: InputOf<typeof api.changeConversion>,
  ): Promise<Answer<typeof api.changeConversion>> {
    await this.conversions.change(params.conversionId, body);
    return {};
  }

  @Bind(api.removeConversion)
  async remove(
    @Input() { params }: InputOf<typeof api.removeConversion>,
  ): Promise<Answer<typeof api.removeConversion>> {
    await this.conversions.remove(params.conversionId);
    return {};
  }

  @Bind(api.exportClicks)
  async clicks(
    @Input() { params, query }: InputOf<typeof api.exportClicks>,
  ): Promise<StreamableFile> {
    const rows = await this.conversions.clicksCsv(params.conversionId, query);
    return csvFile(rows, 'ad-clicks.csv');
  }
}
