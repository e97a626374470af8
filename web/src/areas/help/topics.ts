/**
 * What a coach wants to do, and how: read on the help page and found by the line for everything.
 */
export interface Topic {
  task: string
  steps: readonly string[]
  to?: { path: string; name: string }
}
export const TOPICS: readonly { group: string; topics: readonly Topic[] }[] = [
  {
    group: 'Start',
    topics: [
      {
        task: 'Add the implements of the hall',
        steps: [
          'Open the kit room and choose the place.',
          'Press "Add what is there": tick the common ones or paste a list, one a line.',
          'Measure a size when you need it: "Measure again" on its panel.',
        ],
        to: { path: '/kit', name: 'Kit room' },
      },
      {
        task: 'Add athletes',
        steps: [
          'Press "Add athlete" on the roster. A name and a sport are enough.',
          'For several at once paste a list of names below the form.',
          'Hands, body mass, injuries and the usual week follow in Intake.',
        ],
        to: { path: '/athletes/new', name: 'Add an athlete' },
      },
      {
        task: 'Bring in a sheet',
        steps: [
          'Choose the file. Say once what each column means; Mano remembers it.',
          'Press "Try it, save nothing": each line that is wrong is named.',
          'Save. The whole import can be undone as one.',
        ],
        to: { path: '/import', name: 'Import' },
      },
    ],
  },
  {
    group: 'Test',
    topics: [
      {
        task: 'Test one athlete',
        steps: [
          'Open the athlete, then Tests. Choose the protocol and start.',
          'Type each result and press Enter. The hands take turns.',
          'Press a number to correct it, strike it out with a reason, or give it to the other ' +
            'hand.',
        ],
      },
      {
        task: 'Test a group',
        steps: [
          'Set up a test day: athletes, stations, trials a hand.',
          'Open each station on its own tablet. Mano calls who is next.',
        ],
        to: { path: '/testday', name: 'Test days' },
      },
      {
        task: 'Use a force instrument',
        steps: [
          'In a running test choose it under "Instrument". A simulated one ships with the demo.',
          'A trial starts and ends by itself. A number can still be typed below the curve.',
        ],
      },
    ],
  },
  {
    group: 'Plan and train',
    topics: [
      {
        task: 'Plan a week',
        steps: [
          'Open the athlete, then Plan, and press "Draft the week".',
          'Drag an exercise to another day, or use Shift and an arrow key.',
          '"Improve this week" searches on. Nothing changes until you use what it found.',
          'Save. Earlier versions stay.',
        ],
      },
      {
        task: 'Plan several weeks',
        steps: ['In Plan choose "Block". Mains stay, accessories change by block.'],
      },
      {
        task: 'Run a session',
        steps: [
          'Open the athlete, then Floor. One tap logs a set as planned.',
          'Without a connection sets are kept on the device and sent later.',
          'Press "Pain or stop" at the first pain.',
        ],
      },
      {
        task: 'Give an athlete their own link',
        steps: [
          'In Floor make a link. It shows only their sessions and ends when you take it back.',
          'For a parent or a physiotherapist tick "Only looks": it takes nothing.',
        ],
      },
    ],
  },
  {
    group: 'Decide',
    topics: [
      {
        task: 'See what the sport asks and what is short',
        steps: [
          'Demands says what the sport needs. Gaps sets each hand beside it.',
          'A bar is solid only where the hand is weaker by more than the error of its test.',
        ],
      },
      {
        task: 'See whether anything changed',
        steps: [
          'Review compares the tests of a period with their error.',
          'Save your decision: the next plan knows it.',
        ],
      },
    ],
  },
  {
    group: 'Put right',
    topics: [
      {
        task: 'Undo',
        steps: [
          'After each act a notice offers Undo for 15 seconds.',
          'Later: "Take back" or "Strike out" on the row itself. What was recorded stays ' +
            'in the file.',
        ],
      },
      {
        task: 'Send what waits',
        steps: ['"3 wait" in the top bar opens the page. Each line says why, and what you can do.'],
        to: { path: '/waiting', name: 'What waits' },
      },
    ],
  },
  {
    group: 'The hall',
    topics: [
      {
        task: 'Let somebody in',
        steps: [
          'Hall, People: a first password, or a link by which they choose their own.',
          'The role says what they may do; an owner changes it at any time.',
        ],
        to: { path: '/hall#people', name: 'People' },
      },
      {
        task: 'Use one tablet for everybody',
        steps: [
          'Each sets a PIN on the Hall page, signed in as themselves.',
          'On the tablet: "Make this browser the hall\'s tablet". From then on names and PINs.',
          'Lock it in the menu at the top right. What is recorded carries the name of ' +
            'who was there.',
        ],
        to: { path: '/hall#tablet', name: 'Shared tablet' },
      },
      {
        task: 'Forgotten password or lost phone',
        steps: [
          'An owner makes a link for a new password: People on the Hall page. It ends ' +
            'codes as well.',
          'An owner alone: ./mano password NAME on the machine.',
        ],
        to: { path: '/hall#people', name: 'People' },
      },
      {
        task: 'Show, hand over or erase what is kept of an athlete',
        steps: [
          'Intake: who has seen the page, everything on record as a file, erasing.',
          'Hall: how long records are kept, and who saw and changed health records.',
        ],
        to: { path: '/hall#retention', name: 'Records' },
      },
      {
        task: 'Everything as files, passwords, athletes put away',
        steps: ['All of it is on the Hall page.'],
        to: { path: '/hall', name: 'Hall' },
      },
    ],
  },
]

/** Keys, by where they work. */
export const KEYS: readonly {
  where: string
  keys: readonly (readonly [key: string, does: string])[]
}[] = [
  {
    where: 'Everywhere',
    keys: [
      ['/', 'Find or do anything'],
      ['?', 'This page'],
      ['Esc', 'Close what is open'],
      ['Tab', 'Next field or button'],
    ],
  },
  {
    where: 'A list of choices',
    keys: [
      ['↑ ↓', 'Open it; the next choice'],
      ['A to Z', 'The next choice that begins so'],
      ['Enter', 'Choose'],
    ],
  },
  {
    where: 'Roster',
    keys: [
      ['↑ ↓', 'Next athlete'],
      ['Enter', 'Open'],
    ],
  },
  { where: 'An athlete', keys: [['← →', 'Next stage, on the row of stages']] },
  {
    where: 'A running test',
    keys: [
      ['0 to 9', 'Go into the result, wherever the focus is'],
      ['Enter', 'Log the result'],
      ['Space', 'Start or stop the clock'],
      ['Esc', 'Give up a live trial'],
    ],
  },
  { where: 'Demands, hand map', keys: [['↑ ↓', 'Next row']] },
  {
    where: 'Plan',
    keys: [
      ['Shift ← →', 'Move the exercise to another day'],
      ['Enter', 'Open it'],
    ],
  },
  {
    where: 'Floor, typing a load',
    keys: [
      ['0 to 9', 'The load'],
      ['Enter', 'Use it'],
    ],
  },
]
