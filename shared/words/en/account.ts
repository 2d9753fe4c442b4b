export default {
  motto: 'Your wording, kept and filled, beside the letters you answer.',
  address: 'E-mail address',
  password: 'Password',
  signIn: 'Sign in',
  noAccountYet: 'No account yet?',
  aboutDemo:
    'Only looking? The demo is the desk of a piano technician, with her letters and notes. Nothing leaves this machine.',
  openDemo: 'Open the demo',
  aboutAccount: 'An account of your own, on this installation.',
  newPassword: 'Password (10 characters or more)',
  makeAccount: 'Make the account',
  aboutTitle: 'About · Jar Note',
  aboutVersion: 'Version {version}.',
  aboutMisspellings:
    'The common misspellings come from the cspell dictionaries and Wikipedia, under the licence CC BY-SA 4.0.',
  aboutLicences: 'What it is made with, and the licences',
  backToDesk: 'Back to the Desk',
  alreadyHaveOne: 'Already have one?',
} as const;
