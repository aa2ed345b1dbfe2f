require('../../../scripts/run-share.cjs')(__filename, '.test.tsx');
