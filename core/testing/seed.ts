import { configureGlobal } from 'fast-check';

/** Laws are tried with the same values each time, so that a change is judged by itself; SEED tries others. */
configureGlobal({ seed: Number(process.env.SEED ?? 2026) });
