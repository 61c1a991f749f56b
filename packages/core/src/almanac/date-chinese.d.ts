/** The package has types that its own list of entries hides. */
declare module 'date-chinese' {
  export class CalendarChinese {
    fromGregorian(year: number, month: number, day: number): this;
    /** Cycle, year of the cycle, month, whether it is a leap month, day. */
    get(): [number, number, number, boolean, number];
  }
}
