export { NewToolPage as default } from '../../../features/shop/tool-form';
