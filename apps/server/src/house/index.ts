/**
 * What is above the shops: which there are, and the door that everything comes in by. A shop is an application of its own
 * (`shop-app.ts`) on a schema, a database account and a folder of its own, so that none can read another's; the door hands it
 * its requests. See docs/team.md.
 */
export { bucketOf, schemaOf, SHOP_ID } from './shop-id';
export {
  answerCalls,
  openHouse,
  PeopleError,
  startHouse,
  type OpenHouse,
  type RunningHouse,
} from './start-house';
