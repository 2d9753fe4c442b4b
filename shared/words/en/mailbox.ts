/** What is said of a mailbox wherever one is. */
export default {
  notInDemo: 'The demo has mail of its own. Make an account to connect your mailbox.',
  sendFrom: 'From',
  fault: {
    name: 'There is no server named {host}. Check the name.',
    refused: 'Nothing listens on port {port} of {host}. Check the port.',
    silent: '{host} does not answer on port {port}. Check name and port, and whether this computer is connected.',
    'other-protocol':
      'What answers on port {port} of {host} does not speak as a mail server does. Check the port and how the line is made safe.',
    'no-tls': '{host} does not speak TLS on port {port}. Choose STARTTLS, or another port.',
    'no-starttls': '{host} offers no STARTTLS on port {port}. Choose TLS, or another port.',
    'open-line': 'Without TLS the password would be readable on the way to {host}. Choose TLS or STARTTLS.',
    certificate: 'The certificate of {host} is not signed by anybody known, or is not for that name.',
    expired:
      'The certificate of {host} has expired. Whoever runs the server has to renew it; it is tried again every hour.',
    changed: '{host} shows another certificate than the one you trust. Look at it before you trust it.',
    password:
      '{host} does not accept this user and password. Some providers want an app password instead, which you make in your account with them. It says: {said}',
    'needs-tls': '{host} takes a password only over TLS. Choose TLS or STARTTLS.',
    folder: '{host} has no such folder. It says: {said}',
    full: 'The mailbox on {host} is full. Make room in it; what is still to be done is tried again.',
    declined: '{host} declined. It says: {said}',
    'not-allowed':
      'Jar Note may not connect to that server. Check its name and port, or ask whoever runs this installation to allow it.',
    busy: '{host} cannot be used at the moment; it is tried again. It says: {said}',
    dropped:
      '{host} closed the connection before it said anything. It may be busy: try again in a few minutes, and check the port if that goes on.',
    cut: 'The line to {host} was cut.',
  },
  sealedElsewhere: 'The password cannot be opened on this installation. Type it again.',
  senderGone: 'The mailbox it was to be sent from was taken away. Choose another one and send again.',
  notInTrash: 'Only what is in the trash or in junk can be deleted for good. Move it to the trash first.',
  notWhole:
    'This message is larger than what is kept here, so it could not be brought back. Delete it for good where your mail lies.',
  elsewhere: 'That folder is in another mailbox. Choose one of the mailbox this message is in.',
  typeAgain: 'The server has changed. Type the password again: it is sent only where you have sent it yourself.',
  tooOften:
    'You have tried to connect ten times within an hour. Wait {count} minute, then try again. | You have tried to connect ten times within an hour. Wait {count} minutes, then try again.',
  taken: 'This mailbox is connected already.',
} as const;
