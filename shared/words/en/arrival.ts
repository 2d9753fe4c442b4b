export default {
  howItArrives: 'How it will arrive',
  readOn: 'Read on',
  wideScreen: 'a wide screen',
  narrowScreen: 'a narrow screen',
  plainText: 'plain text',
  puttingTogether: 'Putting the message together …',
  sizes: '{size} in all, {html} of it formatted text',
  htmlTooLong: 'The formatted text is longer than {limit}. Some mail programs cut off what comes after that.',
} as const;
