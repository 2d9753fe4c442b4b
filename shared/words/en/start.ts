import again from './again';
import answers from './answers';
import app from './app';
import blank from './blank';
import blanks from './blanks';
import checks from './checks';
import common from './common';
import desk from './desk';
import fill from './fill';
import handling from './handling';
import invalid from './invalid';
import keys from './keys';
import knowing from './knowing';
import mailbox from './mailbox';
import mailSearch from './mailSearch';
import names from './names';
import routine from './routine';
import waiting from './waiting';
import wording from './wording';

/** What the sign-in and the Desk say, and what is said in more places than one; what several say alike is under `common`. */
export default {
  ...answers,
  ...blanks,
  ...checks,
  again,
  app,
  blank,
  common,
  desk,
  fill,
  handling,
  invalid,
  keys,
  knowing,
  mailbox,
  mailSearch,
  names,
  routine,
  waiting,
  wording,
};
