/** A signed-in person, bound to a shop. */
export interface Member {
  id: string;
  shopId: string;
  name: string;
}
