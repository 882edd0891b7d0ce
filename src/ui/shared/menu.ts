/** The look of a menu that drops down, and of what stands in it. */
export const MENU_CLASS = 'z-[60] min-w-44 rounded-lg border border-thread bg-cloth p-1 shadow-lg'
export const MENU_ITEM_CLASS =
  'flex cursor-pointer items-center gap-2 rounded px-2 py-1.5 outline-none data-[highlighted]:bg-woad-wash'
