/** What a page of ours may load: only what ships with it. @param scripts the part that says which scripts run */
export const contentPolicy = (scripts: string): string =>
  `default-src 'self'; ${scripts}; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; ` +
  "connect-src 'self'; worker-src 'self' blob:; frame-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; " +
  "frame-ancestors 'self'";
