import { Global, Module, type DynamicModule, type Provider } from '@nestjs/common';
import { Clock } from './clock.ts';
import { CONFIG, type Config } from './config.ts';
import { Database } from './database/database.ts';
import { FileStore } from './files/file-store.ts';
import { FolderStore } from './files/folder-store.ts';
import type { Foundations } from './foundations.ts';
import { Gathering } from './database/gathered-writes.ts';
import { Housekeeping } from './housekeeping.ts';
import { IdSource } from './id-source.ts';
import { Jobs } from './jobs/jobs.ts';
import { DatabaseUpkeep } from './database/upkeep.ts';
import { LiveEvents } from './live-events.ts';
import { Limits } from './limits/limits.ts';
import { PinoLogger } from './logging.ts';
import { PlaceDoor } from './maps/place-door.ts';
import { PlacesStandIn } from './maps/places-stand-in.ts';
import { PLACES_STAND_IN } from './maps/token.ts';
import { OwnVisits } from './own-visits.ts';
import { SafeFetch } from './http/safe-fetch.ts';
import { Seal } from './seal.ts';
import { SealKeys } from './seal-keys.ts';
import { SiteAddress } from './site-address.ts';
import { WEBSITE_STAND_IN } from './websites/token.ts';
import { WebsiteStandIn } from './websites/website-stand-in.ts';
import { Worker } from './worker.ts';

const parts: Provider[] = [
  SealKeys,
  {
    provide: Seal,
    useFactory: async (keys: SealKeys) => {
      await keys.refresh();
      return new Seal(keys.secrets);
    },
    inject: [SealKeys],
  },
  {
    provide: PLACES_STAND_IN,
    useFactory: (config: Config) => (config.placesUrl ? null : PlacesStandIn.start()),
    inject: [CONFIG],
  },
  {
    provide: PlaceDoor,
    useFactory: (config: Config, standIn: PlacesStandIn | null) =>
      new PlaceDoor(config.placesUrl ?? standIn!.url),
    inject: [CONFIG, PLACES_STAND_IN],
  },
  {
    provide: WEBSITE_STAND_IN,
    useFactory: ({ demo }: Config) => (demo ? WebsiteStandIn.start() : null),
    inject: [CONFIG],
  },
  {
    provide: SafeFetch,
    useFactory: ({ outboundAllowed }: Config, standIn: WebsiteStandIn | null) =>
      new SafeFetch(outboundAllowed, undefined, standIn?.hosts),
    inject: [CONFIG, WEBSITE_STAND_IN],
  },
  {
    provide: FileStore,
    useFactory: ({ filesFolder }: Config) => new FolderStore(filesFolder),
    inject: [CONFIG],
  },
  SiteAddress,
  OwnVisits,
  DatabaseUpkeep,
  Limits,
  LiveEvents,
  Housekeeping,
  Gathering,
  Worker,
  Jobs,
];

/** The ground: it knows no domain, and every other part may use it. */
@Global()
@Module({})
export class PlatformModule {
  static on(foundations: Foundations): DynamicModule {
    const given: Provider[] = [
      { provide: CONFIG, useValue: foundations.config },
      { provide: Database, useValue: foundations.database },
      { provide: Clock, useValue: foundations.clock },
      { provide: IdSource, useValue: foundations.ids },
      { provide: PinoLogger, useValue: foundations.log },
    ];
    const providers = [...given, ...parts];
    return { module: PlatformModule, providers, exports: providers };
  }
}
