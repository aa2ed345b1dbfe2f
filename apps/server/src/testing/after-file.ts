import { closeShared } from './lent-database.ts';

afterAll(closeShared);
