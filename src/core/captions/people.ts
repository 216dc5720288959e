/** Somebody of an assignment's list of people. */
export interface ListedPerson {
  /** As on a list or a shirt: "7", "12a"; '' where there is none. */
  readonly number: string;
  readonly name: string;
  readonly role: string;
  readonly note: string;
}
