import sanitizeHtml from 'sanitize-html';
import { boundsOf } from '#core/reading/htmlTree';

const COLOUR = [/^#[0-9a-f]{3,8}$/i, /^rgba?\([\d\s.,%]+\)$/i, /^[a-z]+$/i];
const LENGTH = [/^-?[\d.]+(px|em|rem|pt|%)?$/i, /^auto$/i];
const LENGTHS = [/^(-?[\d.]+(px|em|rem|pt|%)?|auto)(\s+(-?[\d.]+(px|em|rem|pt|%)?|auto)){0,3}$/i];
const WORD = [/^[a-z-]+$/i];

const STYLES = {
  color: COLOUR,
  'background-color': COLOUR,
  'text-align': WORD,
  'text-decoration': WORD,
  'font-weight': [/^(bold|normal|\d{3})$/i],
  'font-style': WORD,
  'font-size': LENGTH,
  'line-height': LENGTH,
  'vertical-align': WORD,
  margin: LENGTHS,
  'margin-top': LENGTH,
  'margin-bottom': LENGTH,
  'margin-left': LENGTH,
  'margin-right': LENGTH,
  padding: LENGTHS,
  'padding-left': LENGTH,
  'padding-right': LENGTH,
  width: LENGTH,
  'max-width': LENGTH,
  'border-collapse': WORD,
};

export interface Sanitised {
  html: string;
  /** Pictures that would have to be fetched from elsewhere. */
  remotePictures: number;
  /** What is not shown as it stands: the end of a very long one; of a very deeply nested one all, so its text is to be shown. */
  cut: 'long' | 'deep' | null;
}

/**
 * The HTML of somebody else's message made safe to show: only elements and style that carry text, no script, no form,
 * nothing fetched. Inline parts (`cid:`, RFC 2392) become `partUrl(contentId)`. Pictures from elsewhere are left out
 * unless `pictures` is set, and counted either way. The page around it forbids scripts again, in a sandbox.
 */
export function sanitiseHtml(
  html: string,
  { partUrl, pictures }: { partUrl: (contentId: string) => string | null; pictures: boolean },
): Sanitised {
  // Readers differ in what a form inside a form is. None is shown, so each is a mere block from the beginning.
  const whole = html.replace(/<(\/?)form(?=[\s/>])/gi, '<$1div');
  const { end, deep } = boundsOf(whole);
  if (deep) return { html: '', remotePictures: 0, cut: 'deep' };
  let remotePictures = 0;
  const clean = sanitizeHtml(whole.slice(0, end), {
    allowedTags: [
      'a',
      'abbr',
      'b',
      'blockquote',
      'br',
      'caption',
      'center',
      'cite',
      'code',
      'col',
      'colgroup',
      'dd',
      'del',
      'div',
      'dl',
      'dt',
      'em',
      'figcaption',
      'figure',
      'font',
      'h1',
      'h2',
      'h3',
      'h4',
      'h5',
      'h6',
      'hr',
      'i',
      'img',
      'ins',
      'kbd',
      'li',
      'ol',
      'p',
      'pre',
      'q',
      's',
      'small',
      'span',
      'strong',
      'sub',
      'sup',
      'table',
      'tbody',
      'td',
      'tfoot',
      'th',
      'thead',
      'tr',
      'tt',
      'u',
      'ul',
      'var',
    ],
    allowedAttributes: {
      '*': ['style', 'align', 'valign', 'dir', 'lang', 'title'],
      a: ['href', 'target', 'rel'],
      img: ['src', 'alt', 'width', 'height'],
      font: ['color', 'size'],
      ol: ['start', 'type'],
      td: ['colspan', 'rowspan', 'width', 'bgcolor'],
      th: ['colspan', 'rowspan', 'width', 'bgcolor'],
      table: ['width', 'border', 'cellpadding', 'cellspacing', 'bgcolor'],
    },
    allowedStyles: { '*': STYLES },
    allowedSchemes: ['http', 'https', 'mailto', 'tel'],
    allowedSchemesByTag: { img: ['data', 'http', 'https', 'cid'] },
    allowProtocolRelative: false,
    transformTags: {
      a: (tagName, attribs) => ({
        tagName,
        attribs: { ...attribs, target: '_blank', rel: 'noopener noreferrer nofollow' },
      }),
      img: (tagName, { src = '', ...attribs }) => {
        if (/^cid:/i.test(src)) {
          const url = partUrl(decodeURIComponentSafely(src.slice(4)));
          return { tagName, attribs: url ? { ...attribs, src: url } : attribs };
        }
        if (/^data:image\/(png|jpe?g|gif|webp);base64,/i.test(src)) return { tagName, attribs: { ...attribs, src } };
        if (/^https?:\/\//i.test(src)) {
          remotePictures++;
          return { tagName, attribs: pictures ? { ...attribs, src } : attribs };
        }
        return { tagName, attribs };
      },
    },
    // Relative addresses made by partUrl pass as they are.
    exclusiveFilter: (frame) => frame.tag === 'img' && !frame.attribs.src && !frame.attribs.alt,
  });
  return { html: clean, remotePictures, cut: end < whole.length ? 'long' : null };
}

function decodeURIComponentSafely(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
