import localFont from 'next/font/local'

/*
 * Never swapped once text is shown (`optional`), so that nothing moves while somebody reads. The loader wants every value
 * written out at its call. The extended Latin letters come from files of their own, by their range; other alphabets are left
 * to the faces of the machine.
 */
const sansLatin = localFont({
  src: '../../node_modules/@fontsource-variable/source-sans-3/files/source-sans-3-latin-wght-normal.woff2',
  weight: '200 900',
  display: 'optional',
  variable: '--face-sans',
})
const sansLatinExt = localFont({
  src: '../../node_modules/@fontsource-variable/source-sans-3/files/source-sans-3-latin-ext-wght-normal.woff2',
  weight: '200 900',
  display: 'optional',
  preload: false,
  adjustFontFallback: false,
  declarations: [{ prop: 'unicode-range', value: 'U+0100-02BA,U+0304,U+0308,U+0329,U+1E00-1EFF,U+2020,U+20A0-20C0' }],
  variable: '--face-sans-ext',
})
const displayLatin = localFont({
  src: '../../node_modules/@fontsource-variable/fraunces/files/fraunces-latin-wght-normal.woff2',
  weight: '100 900',
  display: 'optional',
  adjustFontFallback: 'Times New Roman',
  variable: '--face-display',
})
const displayLatinExt = localFont({
  src: '../../node_modules/@fontsource-variable/fraunces/files/fraunces-latin-ext-wght-normal.woff2',
  weight: '100 900',
  display: 'optional',
  preload: false,
  adjustFontFallback: false,
  declarations: [{ prop: 'unicode-range', value: 'U+0100-02BA,U+0304,U+0308,U+0329,U+1E00-1EFF,U+2020,U+20A0-20C0' }],
  variable: '--face-display-ext',
})

/** The classes that bring the faces of the application along. */
export const FACES = [sansLatin, sansLatinExt, displayLatin, displayLatinExt].map(({ variable }) => variable).join(' ')
