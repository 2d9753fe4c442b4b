/** What the application knows: offers, questions, time back. */
export default {
  what: 'What it knows',
  about:
    'Jar Note learns from your own answers, on this installation and for you alone. Deleting a message or a person deletes what was learnt from them.',
  may: {
    offers: 'Offer the notes that answer a message, and learn from which you take',
    questions: 'Number what a message asks, and say what is not answered',
    time: 'Count the notes put in, the time spent on the library and how fast you type letters, for Time back',
  },
  forgetAnswers: 'Forget what was learnt from answers',
  forgetTime: 'Forget uses and times',
  sureAnswers: 'All that was learnt from your answers is forgotten for good.',
  sureTime: 'All uses and times that Time back is worked out from are forgotten for good.',
  forget: 'Forget it',
  keepIt: 'Keep it',
  isForgotten: 'Forgotten: {count} entry. | Forgotten: {count} entries.',
  offered: 'Offered',
  answeredLike: 'answered one like it | answered {count} like it',
  usualForThem: 'sent to them once before | sent to them {count} times before',
  follows: 'usually follows “{name}”',
  speaksOf: 'speaks of {words}',
  saysAlike: 'says something alike',
  answerAll: 'Answer each with “{name}”',
  likely: 'Likely: {name}',
  ask: 'Question {number}',
  isAnswered: 'Answered',
  notAnswered: 'Not answered yet',
} as const;
