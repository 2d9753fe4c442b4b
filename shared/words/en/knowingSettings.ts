export default {
  what: 'What it knows',
  about:
    'Jar Note learns from your own answers, on this installation and for you alone. Deleting a message or a person deletes what was learnt from them.',
  may: {
    offers: 'Offer the notes that answer a message, and learn from which you take',
    questions: 'Number what a message asks, mark the facts in it, and say what is not answered',
    wording: 'Look through sent mail for what you write again and again, and what you change in notes',
    time: 'Count the notes put in, the time spent on the library and how fast you type letters, for Time back',
  },
  forgetAnswers: 'Forget what was learnt from answers',
  forgetWording: 'Forget what was noticed in sent mail',
  forgetTime: 'Forget uses and times',
  sureAnswers: 'All that was learnt from your answers is forgotten for good.',
  sureTime: 'All uses and times that Time back is worked out from are forgotten for good.',
  sureWording: 'All that was noticed in your sent mail is forgotten, with what you never want to be asked about again.',
  forget: 'Forget it',
  keepIt: 'Keep it',
  isForgotten: 'Forgotten: {count} entry. | Forgotten: {count} entries.',
} as const;
