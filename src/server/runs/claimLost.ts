/** Another worker has taken the item over, since this one was cut off from the database: it is his now. */
export class ClaimLost extends Error {
  constructor() {
    super('the item is in other hands');
  }
}
