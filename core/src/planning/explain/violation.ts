/** One broken promise of a plan. */
export interface Violation {
  code:
    | 'missing'
    | 'twice'
    | 'unknown'
    | 'past'
    | 'delivery'
    | 'section'
    | 'refit'
    | 'order'
    | 'clock'
    | 'window'
    | 'dust'
    | 'calendar'
    | 'person'
    | 'cut'
    | 'work'
    | 'session'
    | 'gun'
    | 'pin'
    | 'air'
    | 'capacity'
    | 'hold'
    | 'touching'
    | 'protection'
    | 'place'
    | 'completion';
  opId: string;
  message: string;
}
