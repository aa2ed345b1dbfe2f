import { runShare } from './test-files.ts';

runShare(2);
