/** Whether the key is meant for a text field, which keeps its own undo and its own Delete. */
export function isTyping(event: KeyboardEvent | React.KeyboardEvent): boolean {
  const target = event.target
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  )
}
