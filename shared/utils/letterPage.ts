/**
 * The page a message's HTML is shown on, inside a frame that runs nothing: no scripts, nothing fetched from elsewhere unless
 * pictures were asked for.
 * @param html sanitised
 */
export function letterPage(html: string, pictures: boolean): string {
  return `<!doctype html><html><head><meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${letterPolicy(pictures)}">
<base target="_blank">
<style>body{margin:0;font:16px/1.6 'Literata Variable',Georgia,serif;color:#262a24;overflow-wrap:anywhere}img{max-width:100%;height:auto}
table{max-width:100%}blockquote{margin:0 0 0 4px;padding-left:10px;border-left:2px solid #d9d4c6;color:#5a6055}p{margin:0 0 .8em}a{color:#1f4d3a}</style>
</head><body>${html}</body></html>`;
}

export const letterPolicy = (pictures: boolean): string =>
  `default-src 'none'; img-src 'self' data:${pictures ? ' http: https:' : ''}; style-src 'unsafe-inline'; font-src 'self' data:`;
