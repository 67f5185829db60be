export type { Check, Checked } from './check';
export { wayDangers } from './way';
export { figuresOf, holdsBack, type Lift, runChecks } from './ledger';
