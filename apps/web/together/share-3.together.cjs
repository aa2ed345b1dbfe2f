const { join } = require('node:path');
const runShare = require('../../../scripts/run-share.cjs');

runShare({ folder: join(__dirname, '../src'), ending: '.test.tsx', share: 3, of: 4 });
