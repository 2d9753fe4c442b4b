import { describe } from 'vitest';
import { growsWithItsInput } from '../../../tests/growth';
import { findCandidates } from './candidates';

const ways = { locale: 'en-GB', today: '2026-11-26' as const, off: { weekdays: [6, 7], days: [] } };
const origin = {
  firstName: 'Ada',
  lastName: 'Marsh',
  fullName: 'Ada Marsh',
  company: '',
  address: 'ada@client.example',
};

describe('finding what changes from client to client', () => {
  growsWithItsInput('marks and values', (text) => findCandidates(text, ways, origin));
});
