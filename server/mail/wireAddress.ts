import { domainToASCII, domainToUnicode } from 'node:url';

/** Whether a text has ASCII characters alone. */
export const isAscii = (text: string): boolean => /^[\x00-\x7f]*$/.test(text);

function withDomain(address: string, change: (domain: string) => string): string {
  const at = address.lastIndexOf('@') + 1;
  const domain = address.slice(at);
  return address.slice(0, at) + (change(domain) || domain);
}

/** An address as every server takes it, its domain in ASCII (RFC 5891 4.4); one whose local part is not ASCII stays as it is. */
export function wireAddress(address: string): string {
  const local = address.slice(0, address.lastIndexOf('@') + 1);
  return isAscii(local) && !isAscii(address) ? withDomain(address, domainToASCII) : address;
}

/** The same as people write it. */
export const readableAddress = (address: string): string =>
  /@(?:.*\.)?xn--/i.test(address) ? withDomain(address, domainToUnicode) : address;
