/** The rules of style of this page as text, without the faces, which are files beside it. */
export function rulesOfPage(): string {
  const rules = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules])
  return rules
    .filter((rule) => !(rule instanceof CSSFontFaceRule))
    .map(({ cssText }) => cssText)
    .join('\n')
    .replaceAll('</', '<\\/')
}
