export { circumstances, diagnose, type Diagnosis, type Known } from './diagnose';
export { SYMPTOMS, symptomsOf, type Cause, type Change, type Circumstance, type Symptom } from './table';
