/** A way to switch an appliance from its wall: whether it works there, why, and with which devices. */
export interface Way {
  id: string;
  name: string;
  works: 'yes' | 'no' | 'open';
  why: string;
  /** Shipped devices of the kind that can live here, to choose from. */
  devices: { id: string; name: string }[];
}
