/** The name and version every build file carries; apart from the schemas, so that pages need not load those. */
export const FORMAT_NAME = 'gentle-loom-build'
export const FORMAT_VERSION = 1
