/** How this server is reached: at one desk (undefined), or by many at an origin, as ./loom serve says it. */
export interface Served {
  /** As browsers write it: scheme, host, and the port where it is not the scheme's own. */
  readonly origin: string
  readonly host: string
  /** Whose forwarded headers are believed: the address of the proxy that ends TLS. */
  readonly proxy: string
}

/** From the environment that ./loom serve makes; read anew each time, since it costs nothing. */
export function served(): Served | undefined {
  const { LOOM_ORIGIN: origin = '', LOOM_PROXY: proxy = '127.0.0.1' } = process.env
  return origin === '' ? undefined : { origin, host: new URL(origin).host, proxy }
}
