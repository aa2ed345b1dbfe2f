import { Global, Module } from '@nestjs/common';
import { Causes } from './causes/consequences.ts';
import { PersonStore } from './people/person-store.ts';

const stores = [Causes, PersonStore];

/** The stores of tables that more than one domain writes. */
@Global()
@Module({ providers: stores, exports: stores })
export class RecordsModule {}
