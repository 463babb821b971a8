// Planted: a screen reaching into the store.
export { SECRET } from '../store/secret';
