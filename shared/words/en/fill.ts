export default {
  foundTabTakes: 'Found in their message. {tab} takes it.',
  inPlaces: 'in {places} places',
  nothing: 'nothing',
  fillList: 'Fill list',
  standsInLetter: 'in the letter',
  leftOut: 'left out',
  filledByItself: 'Filled by itself:',
  changeLabel: 'Change “{label}”',
  changedByHand: 'Changed by hand in the letter',
  calendar: 'Calendar',
  onCalendar: '{label}, on a calendar',
  before: 'Before:',
  keepWith: 'keep with {keepWith}',
  takeOutRow: 'Remove {key}',
  tooLong:
    'That is {length} characters; a blank takes {most} at most. Nothing was pasted: put it into the letter, or attach it as a file.',
  noRow: 'No row of {name} matches these words.',
} as const;
