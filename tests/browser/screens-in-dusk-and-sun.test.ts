import { describe } from 'vitest';
import { everyScreen } from '../support/screens';

describe.sequential('every screen, after dark and in the sun', () =>
  everyScreen([
    ['dusk', 1280, 800],
    ['sun', 390, 844]
  ])
);
