export default {
  reserved: 'This key belongs to the browser, the system or a screen reader.',
  bare: 'Press Alt or Ctrl together with another key.',
  digits: 'This command goes by the figures 1 to 9: press its first one, 1.',
  taken: 'This key is taken: {command}.',
  unknown: 'A key that was chosen is not known here.',
} as const;
