import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/clients.module.ts';
import { FormsModule } from '../forms/forms.module.ts';
import { FunnelsModule } from '../funnels/funnels.module.ts';
import { LivePagesModule } from '../live-pages/live-pages.module.ts';
import { PagesModule } from '../pages/pages.module.ts';
import { PicturesModule } from '../pictures/pictures.module.ts';
import { TemplatesModule } from '../templates/templates.module.ts';
import { BookingModule } from '../booking/booking.module.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { PersonData } from './person-data.service.ts';
import { ExportService } from './export.service.ts';
import { ImportService } from './import.service.ts';

@Module({
  imports: [
    BookingModule,
    MessagesModule,
    PeopleModule,
    ClientsModule,
    FormsModule,
    FunnelsModule,
    LivePagesModule,
    PagesModule,
    PicturesModule,
    TemplatesModule,
  ],
  providers: [ExportService, ImportService, PersonData],
  exports: [ExportService, ImportService, PersonData],
})
export class FormatsModule {}
