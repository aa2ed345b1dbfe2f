const { join } = require('node:path');
const runShare = require('../../../scripts/run-share.cjs');

runShare({ folder: join(__dirname, '../src'), ending: '.test.ts', share: 0, of: 4 });
