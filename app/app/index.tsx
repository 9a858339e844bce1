export { BenchPage as default } from '../features/bench/bench-page';
