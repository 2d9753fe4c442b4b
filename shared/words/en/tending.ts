/** Tending: what of the library wants attention. */
export default {
  title: 'Tending',
  pageTitle: 'Tending · Jar Note',
  link: 'What wants attention',
  about: 'Nothing here is changed by itself. Arrow keys move along the list; the key beside each act does it.',
  loading: 'Looking through the library …',
  nothing: 'Nothing in the library wants attention.',
  neverUsed: 'Never put in since it was written on {day}.',
  nearlySame: 'Says nearly the same as “{other}”, which is used more.',
  dayOver: '{day} stands in it, and that is over.',
  lookupGone: 'A blank in it draws on a lookup that is gone.',
  cueAccident:
    'Its cue “{cue}” would have gone off by accident {count} time in the last {messages} messages sent. | Its cue “{cue}” would have gone off by accident {count} times in the last {messages} messages sent.',
  alwaysSame: 'Its blank “{label}” was filled with “{answer}” all {count} times.',
  goesWith: 'Went into the same answer as “{other}” {count} times.',
  openOther: 'Open “{name}”',
  takeCueOff: 'Take the cue off',
  leave: 'Leave as it is',
  isLeft: '“{name}” is left as it is.',
  isDeleted: '“{name}” is deleted.',
  cueIsOff: '“{name}” has no cue any more.',
} as const;
