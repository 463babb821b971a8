/** Every test may derive a job of any family. */
import '../../src/core/family/all';
