export type { Check, Checked } from './check';
export { figuresOf, holdsBack, type Lift, runChecks } from './ledger';
