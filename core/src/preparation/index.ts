export { preparationFor, unticked, type OwnLine, type PreparationLine, type Prepared } from './preparation-for';
