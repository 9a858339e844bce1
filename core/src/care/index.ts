export { careFor, type Care, type MadeOf } from './care-for';
export { CARE_SIGNS, SIGN_PATHS, SIGN_WORDS, type CareSign } from './signs';
