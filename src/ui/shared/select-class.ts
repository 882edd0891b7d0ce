/** A choice among a few in a line of others, as tall as buttons are; a finger high on a phone. */
export const SELECT = 'min-h-8 rounded border border-seam bg-linen px-1.5 max-sm:min-h-[44px]'
