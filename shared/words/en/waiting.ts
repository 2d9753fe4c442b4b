export default {
  undelivered: 'It did not reach {address}: {why}.',
} as const;
