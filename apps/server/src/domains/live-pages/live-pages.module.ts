import { Module } from '@nestjs/common';
import { BookingModule } from '../booking/booking.module.ts';
import { ClientsModule } from '../clients/clients.module.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { LivePages } from './live-pages.ts';
import { PageAddresses } from './page-addresses.ts';
import { PageLoader } from './page-loader.ts';
import { PageRenderer } from './page-renderer.ts';
import { ShareCards } from './share-cards.ts';
import { ShownTimes } from './shown-times.ts';

@Module({
  imports: [BookingModule, ClientsModule, MessagesModule],
  providers: [LivePages, PageAddresses, PageLoader, PageRenderer, ShareCards, ShownTimes],
  exports: [LivePages, PageAddresses, PageLoader, PageRenderer, ShareCards, ShownTimes],
})
export class LivePagesModule {}
