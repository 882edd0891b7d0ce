// A machine that does other work beside may be ten times slower: only what hangs is to fail.
jest.setTimeout(60_000)
