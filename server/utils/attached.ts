/** The header that makes an answer a file with this name (RFC 6266, RFC 8187). */
export const attached = (name: string, shown = false): string =>
  `${shown ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(name.replace(/[\ud800-\udfff]/gu, '_')).replace(/['()*]/g, escape)}`;
