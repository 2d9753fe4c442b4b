/** Which notes answered the earlier messages, by the key of the message. */
export const answers: Record<string, string[]> = {
  aoife: ['Confirm an appointment'],
  malik: ['Humidity advice'],
  priya: ['Moving a piano: how to prepare'],
  walter: ['Offer two appointments'],
  'beatriz-1': ['Estimate after an inspection'],
  clem: ['Confirm an appointment'],
  george: ['Invoice to an institution'],
  ottoline: ['Loan instrument: terms'],
  lior: ['Offer two appointments'],
  nadia: ['Invoice to an institution'],
  'felix-1': ['Offer two appointments'],
  'hana-1': ['Concert tuning: what I need'],
  'ines-1': ['Confirm an appointment'],
  'tobias-1': ['Offer two appointments', 'Ask for gate code and parking'],
  'jonas-1': ['Confirm an appointment'],
};
