// The text shaper is an ES module that waits for its WebAssembly: only a true import() takes it, which TypeScript's loader leaves alone here.
let loading;
exports.loadHarfBuzz = () => (loading ??= import('harfbuzzjs'));
