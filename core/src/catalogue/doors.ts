/** Where an act is judged before the effort, or after it where it already happened. `server`: it has a door of its own there. */
export const DOORS = [
  { id: 'test_start', name: 'Start of a test', server: true, stop: 'the hand is closed; no start if no hand is open', ask: 'reason before the first trial' },
  { id: 'trial', name: 'Each trial, live too', server: true, stop: 'the hand is closed before the effort; one that comes late is kept, alarm', ask: 'reason before the next trial of that hand' },
  { id: 'day_setup', name: 'Group day, set-up', server: true, stop: 'named at set-up; nobody is called for it', ask: 'reason at set-up or at the station' },
  { id: 'day_station', name: 'Group day, station', server: true, stop: 'caution before the athlete is called; no effort, no "done"', ask: 'reason at the station' },
  { id: 'plan_draft', name: 'Draft of a week', server: true, stop: 'never drafted', ask: 'never drafted' },
  { id: 'plan_save', name: 'Save of a week', server: true, stop: 'refused, each named', ask: 'reason at save' },
  { id: 'floor', name: 'Floor: start, each next set, warm-up, closing', server: true, stop: 'not offered; what instead', ask: 'the saved reason if nothing is new, else the coach now' },
  { id: 'link', name: 'Athlete\u2019s link', server: true, stop: 'not offered', ask: 'off: athletes cannot give a reason' },
  { id: 'card', name: 'Session card', server: false, stop: 'printed as off, no dose, no load', ask: 'printed as off without a reason' },
  { id: 'free_set', name: 'Free, late or offline set', server: true, stop: 'kept, alarm, by the facts of its own day', ask: 'kept, alarm' },
  { id: 'import', name: 'Import', server: true, stop: 'kept, alarm', ask: 'kept, alarm' },
] as const
export type DoorId = (typeof DOORS)[number]['id']
