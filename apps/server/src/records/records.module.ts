import { Global, Module } from '@nestjs/common';
import { Bin } from './bin/bin.ts';
import { Erasures } from './bin/erasures.ts';
import { Causes } from './causes/consequences.ts';
import { FieldStore } from './people/field-store.ts';
import { PersonStore } from './people/person-store.ts';

const stores = [Causes, PersonStore, FieldStore, Bin, Erasures];

/** The stores of tables that more than one domain writes. */
@Global()
@Module({ providers: stores, exports: stores })
export class RecordsModule {}
