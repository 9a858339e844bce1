export { NewMachinePage as default } from '../../../features/shop/machine-form';
