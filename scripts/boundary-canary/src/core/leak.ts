// Planted: the core reaching into the store. The boundary check must fail on it.
export { SECRET } from '../store/secret';
