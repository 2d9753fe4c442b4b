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
  alreadyHaveOne: 'Already have one?',
} as const;
