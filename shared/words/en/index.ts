import account from './account';
import arrival from './arrival';
import commands from './commands';
import hands from './hands';
import knowingSettings from './knowingSettings';
import library from './library';
import lookups from './lookups';
import mailSettings from './mailSettings';
import people from './people';
import repeated from './repeated';
import routineEditor from './routineEditor';
import settings from './settings';
import tending from './tending';
import timeBack from './timeBack';
import start from './start';

/** The catalogue in English. What only one place says comes with that place (bin/lib/wordsOfPlaces.ts). */
export default {
  ...start,
  account,
  arrival,
  commands,
  hands,
  knowingSettings,
  library,
  lookups,
  mailSettings,
  people,
  repeated,
  routineEditor,
  settings,
  tending,
  timeBack,
};
