import account from './account';
import again from './again';
import answers from './answers';
import app from './app';
import blank from './blank';
import blanks from './blanks';
import checks from './checks';
import commands from './commands';
import common from './common';
import desk from './desk';
import fill from './fill';
import handling from './handling';
import invalid from './invalid';
import keys from './keys';
import knowing from './knowing';
import library from './library';
import lookups from './lookups';
import mailbox from './mailbox';
import mailSearch from './mailSearch';
import people from './people';
import hands from './hands';
import names from './names';
import repeated from './repeated';
import routine from './routine';
import settings from './settings';
import tending from './tending';
import timeBack from './timeBack';
import waiting from './waiting';
import wording from './wording';

/** The catalogue in English; what several places say alike is under `common`. */
export default {
  ...answers,
  ...blanks,
  ...checks,
  account,
  again,
  app,
  blank,
  commands,
  common,
  desk,
  fill,
  handling,
  invalid,
  keys,
  knowing,
  library,
  lookups,
  mailbox,
  mailSearch,
  people,
  hands,
  names,
  repeated,
  routine,
  settings,
  tending,
  timeBack,
  waiting,
  wording,
};
