import { describe } from 'vitest';
import { everyScreen } from '../support/screens';

describe.sequential('every screen, by day', () => everyScreen([['day', 1280, 800]]));
