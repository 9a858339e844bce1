export { NewMaterialPage as default } from '../../features/stock/material-form';
