// The door of the worker threads: TypeScript is read here as it is in the server.
require('tsx/cjs');

// Each piece of work says when it begins: its limit counts from then, not from when its thread was asked for.
for (const [name, work] of Object.entries(require('./tasks.ts')))
  exports[name] = ({ task, begun }) => {
    begun.postMessage(null);
    begun.close();
    return work(task);
  };
