import { Module } from '@nestjs/common';
import { PersonRemoval } from './person-removal.ts';
import { AlsoGivenService } from './also-given.service.ts';
import { DoublesService } from './doubles.service.ts';
import { ErasureLog } from './erasure-log.service.ts';
import { FieldService } from './field.service.ts';
import { MergeService } from './merge.service.ts';
import { RetentionService } from './retention.service.ts';
import { PeopleExport } from './people-export.ts';
import { PeopleIndex } from './people-index.service.ts';
import { PeopleList } from './people-list.service.ts';
import { PersonEdit } from './person-edit.service.ts';
import { StageService } from './stage.service.ts';
import { TaskService } from './task.service.ts';
import { SavedLists } from './saved-lists.service.ts';
import { ConditionChoicesService } from './condition-choices.service.ts';
import { PeopleService } from './people.service.ts';

@Module({
  providers: [
    PersonRemoval,
    AlsoGivenService,
    DoublesService,
    ErasureLog,
    FieldService,
    MergeService,
    PeopleExport,
    PeopleIndex,
    PeopleList,
    SavedLists,
    StageService,
    TaskService,
    PersonEdit,
    ConditionChoicesService,
    PeopleService,
    RetentionService,
  ],
  exports: [
    AlsoGivenService,
    DoublesService,
    ErasureLog,
    FieldService,
    MergeService,
    PeopleExport,
    PeopleIndex,
    PeopleList,
    SavedLists,
    StageService,
    TaskService,
    PersonEdit,
    ConditionChoicesService,
    PeopleService,
    RetentionService,
  ],
})
export class PeopleModule {}
