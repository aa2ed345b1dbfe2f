import { Module, type DynamicModule } from '@nestjs/common';
import { ApiModule } from './api/api.module.ts';
import { DemoModule } from './demo/demo.module.ts';
import type { Foundations } from './platform/foundations.ts';
import { PlatformModule } from './platform/platform.module.ts';
import { RecordsModule } from './records/records.module.ts';
import { SiteModule } from './site/site.module.ts';

/** The whole program, floor by floor; `docs/architecture.md` draws it. */
@Module({})
export class AppModule {
  static on(foundations: Foundations): DynamicModule {
    return {
      module: AppModule,
      imports: [PlatformModule.on(foundations), RecordsModule, SiteModule, ApiModule, DemoModule],
    };
  }
}
