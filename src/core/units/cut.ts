/** The first characters of a text as people count them, so that no sign is cut in half: an emoji stays whole or goes. */
export function cut(text: string, mostLength: number): string {
  if (text.length <= mostLength) return text
  let length = 0
  for (const { segment } of new Intl.Segmenter('en').segment(text)) {
    if (length + segment.length > mostLength) break
    length += segment.length
  }
  return text.slice(0, length)
}
