export { NowherePage as default } from '../ui/nowhere-page';
