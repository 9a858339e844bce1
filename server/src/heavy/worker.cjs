// The door of the worker threads: TypeScript is read here as it is in the server.
require('tsx/cjs');
module.exports = require('./tasks.ts');
