import type { Phrase } from '#core/text/phrase';
import type { Form } from '#core/person/greeting';

/** Somebody letters were exchanged with, or are to be. */
export interface Person {
  id: string;
  version: number;
  address: string;
  firstName: string;
  lastName: string;
  fullName: string;
  company: string;
  /** What they are greeted by; empty where nothing is known. */
  greetingName: string;
  form: Form | '';
  /** When the letter was sent that this was learnt from, in milliseconds since 1970; 0 where it was not learnt. */
  greetedAt: number;
  /** Fields of the user's own. */
  fields: { name: string; value: string }[];
  /** Messages exchanged, and the last of them. */
  messages: number;
  lastAt: number;
}

/** One of the addresses of somebody, with what was exchanged by it. */
export interface PersonAddress {
  /** Of the person it was before it was put together with this one; of themselves where it is the main one. */
  id: string;
  address: string;
  messages: number;
  lastAt: number;
}

/** All that is known of somebody but the messages. */
export interface PersonPage extends Person {
  /** The main one first. */
  addresses: PersonAddress[];
  /** The notes they were sent, the latest first. */
  notes: { id: string; name: string; at: number }[];
  /** Others of the same name. */
  twins: { id: string; version: number; address: string }[];
}

/** A page of a list of people. */
export interface PeoplePage {
  rows: Person[];
  total: number;
}

/** How far it is with deleting somebody. */
export interface PersonDeletion {
  done: number;
  total: number;
  finished: boolean;
  /** Why it stopped; null otherwise. */
  problem: Phrase | null;
}
