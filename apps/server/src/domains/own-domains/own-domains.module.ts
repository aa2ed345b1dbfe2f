import { Module, type Provider } from '@nestjs/common';
import { CONFIG, type Config } from '../../platform/config.ts';
import { DnsDoor } from '../../platform/dns/dns-door.ts';
import { DnsStandIn } from '../../platform/dns/dns-stand-in.ts';
import { DNS_STAND_IN } from '../../platform/dns/token.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { DomainService } from './domain.service.ts';
import { SenderService } from './sender.service.ts';
import { StandInRecordService } from './stand-in-record.service.ts';

/** To the DNS server of the configuration, or to the built-in one, whose records the demo can write. */
const dns: Provider[] = [
  {
    provide: DNS_STAND_IN,
    useFactory: (config: Config, records: StandInRecordService) =>
      config.dnsServer ? null : DnsStandIn.start((name) => records.under(name)),
    inject: [CONFIG, StandInRecordService],
  },
  {
    provide: DnsDoor,
    useFactory: (config: Config, standIn: DnsStandIn | null) =>
      new DnsDoor(config.dnsServer ?? standIn!.address),
    inject: [CONFIG, DNS_STAND_IN],
  },
];

@Module({
  imports: [ClientsModule],
  providers: [DomainService, SenderService, StandInRecordService, ...dns],
  exports: [DomainService, SenderService, StandInRecordService],
})
export class OwnDomainsModule {}
