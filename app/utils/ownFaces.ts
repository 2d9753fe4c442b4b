/** The faces that text is read in here, as rules for a page of its own, such as that of a message. */
export function ownFaces(): string {
  const faces: string[] = [];
  for (const sheet of document.styleSheets)
    for (const rule of sheet.cssRules)
      if (rule instanceof CSSFontFaceRule && /Literata|Noto/.test(rule.style.getPropertyValue('font-family')))
        faces.push(
          rule.cssText.replace(
            /url\("([^"]+)"\)/g,
            (_, address: string) => `url("${new URL(address, sheet.href ?? document.baseURI).href}")`,
          ),
        );
  return faces.join('\n');
}
