/** Whether this person asked for less motion; nothing plays for them. */
export const wantsLessMotion = () => matchMedia('(prefers-reduced-motion: reduce)').matches
