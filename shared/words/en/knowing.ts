/** What the application knows: offers, questions, time back. */
export default {
  offered: 'Offered',
  answeredLike: 'answered one like it | answered {count} like it',
  usualForThem: 'sent to them once before | sent to them {count} times before',
  follows: 'usually follows “{name}”',
  speaksOf: 'speaks of {words}',
  saysAlike: 'says something alike',
  answerAll: 'Answer each with “{name}”',
  likely: 'Likely: {name}',
  asks: 'They ask',
  ask: 'Question {number}',
  isAnswered: 'Answered',
  notAnswered: 'Not answered yet',
} as const;
