import type { School, SCHOOLS } from '../build/schools'

interface Option {
  readonly name: string
  readonly gains: string
  readonly costs: string
}
interface Words<K extends School> {
  readonly name: string
  readonly question: string
  /** What counts as long as nothing is decided. */
  readonly open: string
  /** Whether a group may decide otherwise than the build, and whether the build may decide at all. */
  readonly of: 'both' | 'build' | 'group'
  readonly options: { readonly [V in (typeof SCHOOLS)[K][number]]: Option }
}

/** Every school in plain words: the question, the ways to answer it, and what each gains and costs (common practice, no source). */
export const SCHOOL_WORDS: { readonly [K in School]: Words<K> } = {
  radiatorFans: {
    name: 'radiator fans',
    question: 'Who rules the fans of the radiator?',
    open: 'as its fans are plugged, nobody asks',
    of: 'group',
    options: {
      board: {
        name: 'the board, from its CPU header',
        gains: 'the board sees and rules what cools the processor',
        costs: 'takes that header, and its amps bound the fans',
      },
      controller: {
        name: 'a controller with its own program',
        gains: 'all fans in one program, more amps',
        costs: 'the board does not see these fans; the program must run',
      },
      sync: {
        name: 'the board, through a controller that follows it',
        gains: 'one curve in the firmware, the amps of the controller',
        costs: 'needs the sync lead and its setting; something else must report to the CPU header',
      },
      pump: {
        name: 'the pump head, by its own outlets',
        gains: 'fewest leads to the board',
        costs: 'ruled by the coolant alone; few outlets',
      },
    },
  },
  speed: {
    name: 'fan speed',
    question: 'Who rules the speed of the fans?',
    open: 'as they are plugged, nobody asks',
    of: 'both',
    options: {
      board: {
        name: 'the board',
        gains: 'works without any program, from the first second',
        costs: 'needs a header for each signal',
      },
      controller: {
        name: 'a controller with its own program',
        gains: 'many fans, each with a curve of its own',
        costs: 'no control before its program runs',
      },
      sync: {
        name: 'the board, through a controller that follows it',
        gains: 'board curves for many fans',
        costs: 'one signal for all of them; a setting must be made',
      },
    },
  },
  light: {
    name: 'light',
    question: 'Who rules the lights?',
    open: 'as they are plugged, nobody asks',
    of: 'both',
    options: {
      board: { name: 'the board', gains: 'one program for the board and its lights', costs: 'few headers, few amps' },
      maker: {
        name: "the maker's own box",
        gains: 'every effect the lights were made for',
        costs: 'another box, USB port and program',
      },
      handBox: { name: 'a box with a remote', gains: 'no program at all', costs: 'does not follow the machine' },
      foreign: {
        name: "another maker's box, through an adapter",
        gains: 'one program for lights of several makers',
        costs: 'a stand-in model must be declared; LEDs beyond it stay dark',
      },
    },
  },
  fanCount: {
    name: 'fans on one header',
    question: 'How many fans may share a header?',
    open: 'what the sum allows',
    of: 'both',
    options: {
      sum: { name: 'what the sum allows', gains: 'exact, with headroom', costs: 'needs the amps of every fan' },
      threeFans: {
        name: 'three at most',
        gains: 'easy to keep in mind',
        costs: 'wrong both ways: weak and strong fans',
      },
    },
  },
  manyFans: {
    name: 'many fans',
    question: 'Spread many fans over headers, or gather them on hubs?',
    open: 'either',
    of: 'both',
    options: {
      spread: { name: 'spread over headers', gains: 'each group set apart', costs: 'more leads to the board' },
      gather: { name: 'gather on hubs', gains: 'tidy, one lead to the board', costs: 'one signal for all of them' },
    },
  },
  radiatorAir: {
    name: 'air of the radiator',
    question: 'Does the radiator blow out or in?',
    open: 'either',
    of: 'build',
    options: {
      exhaust: { name: 'out', gains: 'its heat leaves the case', costs: 'it breathes warm air' },
      intake: { name: 'in', gains: 'the coolest liquid', costs: 'its heat goes over all else' },
    },
  },
  models: {
    name: 'models of fan',
    question: 'One model of fan on one signal?',
    open: 'mixed ones are noted',
    of: 'both',
    options: {
      match: { name: 'match all of them', gains: 'the same flow and noise at one command', costs: 'may mean buying' },
      mix: { name: 'mix, and accept it', gains: 'uses what there is', costs: 'they run apart at one command' },
    },
  },
  wrongPlug: {
    name: 'a wrong plug',
    question: 'What of a lead with the wrong plug?',
    open: 'buy the adapter',
    of: 'build',
    options: {
      adapter: { name: 'buy the adapter', gains: 'nothing is cut, and it can be undone', costs: 'a piece to buy' },
    },
  },
  splitLights: {
    name: 'split lights',
    question: 'May lights on one splitter show the same?',
    open: 'they may',
    of: 'both',
    options: {
      mirror: { name: 'they may mirror each other', gains: 'a splitter is enough', costs: 'never apart' },
      separate: { name: 'each by itself', gains: 'patterns run through all', costs: 'a chain, or more outputs' },
    },
  },
  curveSet: {
    name: 'curves in use',
    question: 'By which curves do the fans run?',
    open: 'by the tuned ones',
    of: 'build',
    options: {
      tuned: { name: 'the tuned ones', gains: 'as it is planned here', costs: 'must be set in the firmware' },
      stock: { name: 'as the parts came', gains: 'nothing to set', costs: 'as loud as its makers thought fit' },
    },
  },
  plan: {
    name: 'plans',
    question: 'Which plan of the wiring comes first?',
    open: 'the sound one that costs least',
    of: 'build',
    options: {
      money: { name: 'the cheapest', gains: 'least money', costs: 'may leave warnings' },
      boxes: { name: 'the tidiest', gains: 'fewest boxes', costs: 'may cost more' },
      groups: { name: 'rows kept together', gains: 'one signal for each row', costs: 'may take more boxes' },
      nothing: {
        name: 'buying nothing',
        gains: 'what there is is enough, or what is missing is seen',
        costs: 'leads may stay loose',
      },
    },
  },
}

/** The words of one way to answer a school. */
export function schoolWord(school: School, value: string): string {
  const options: Readonly<Record<string, Option>> = SCHOOL_WORDS[school].options
  return options[value]?.name ?? value
}

/** The ways to answer a school, in their order. */
export function optionsOf(school: School): readonly (Option & { readonly value: string })[] {
  return Object.entries<Option>(SCHOOL_WORDS[school].options).map(([value, option]) => ({ value, ...option }))
}
