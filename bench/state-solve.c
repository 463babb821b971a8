/* The state solve twice in C: the same algorithm as the kernel, and a plain dense LU of the same
 * size. Reads the layout that bench/run.ts writes, prints nanoseconds a solve and the volts. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

enum { FIXED, SOURCE, FUSE, BY_CONTROL, BY_COIL, LOAD };
#define LEAK 1e-10
#define MAX_ROUNDS 32

/* Complex numbers by their parts: C's own type would check every product for infinities. */
typedef struct { double re, im; } cx;
static inline cx add(cx a, cx b) { return (cx){a.re + b.re, a.im + b.im}; }
static inline cx sub(cx a, cx b) { return (cx){a.re - b.re, a.im - b.im}; }
static inline cx mul(cx a, cx b) { return (cx){a.re * b.re - a.im * b.im, a.re * b.im + a.im * b.re}; }
static inline double square(cx a) { return a.re * a.re + a.im * a.im; }
static inline cx inverse(cx a) {
  double s = square(a);
  return (cx){a.re / s, -a.im / s};
}

static int n, m, nnz, npairs, coils_matter, nswitching, nsources, nloads, nfuses;
static int *kind, *by, *normally_open, *supply, *from, *to, *slot, *switching, *sources, *loads, *fuses, *column_start, *column, *row, *pair_start, *pair_other, *pair_target, *control, *supply_off, *pulled, *blown;
static double *upper, *lower;
static cx *passing, *blocking, *emf, *admittance, *volts, *v, *d;

static int *ints(FILE *f, int count) {
  int *a = malloc(sizeof(int) * (count + 1));
  for (int i = 0; i < count; i++)
    if (fscanf(f, "%d", &a[i]) != 1) exit(2);
  return a;
}
static double *reals(FILE *f, int count) {
  double *a = malloc(sizeof(double) * (count + 1));
  for (int i = 0; i < count; i++)
    if (fscanf(f, "%lf", &a[i]) != 1) exit(2);
  return a;
}

static void admittances(void) {
  for (int i = 0; i < n; i++) volts[i] = (cx){0, 0};
  for (int i = 0; i < nswitching; i++) {
    int e = switching[i];
    int active = kind[e] == BY_CONTROL ? control[by[e]] : pulled[by[e]];
    admittance[e] = active == normally_open[e] ? passing[e] : blocking[e];
  }
  for (int i = 0; i < nfuses; i++) admittance[fuses[i]] = blown[fuses[i]] ? blocking[fuses[i]] : passing[fuses[i]];
  for (int i = 0; i < nsources; i++) {
    int e = sources[i];
    if (supply_off[supply[e]]) continue;
    cx current = mul(emf[e], passing[e]);
    if (from[e] >= 0) volts[from[e]] = add(volts[from[e]], current);
    if (to[e] >= 0) volts[to[e]] = sub(volts[to[e]], current);
  }
}

static void sparse(void) {
  for (int i = 0; i < n; i++) v[i] = (cx){LEAK, 0};
  for (int i = n; i <= n + nnz; i++) v[i] = (cx){0, 0};
  for (int e = 0; e < m; e++) v[slot[e]] = add(v[slot[e]], admittance[e]);
  for (int k = 0; k < n; k++) d[k] = v[k];
  for (int p = 0; p < nnz; p++) d[column[p]] = add(d[column[p]], v[n + p]);
  int pair = 0, p = 0;
  for (int k = 0; k < n; k++) {
    cx own = inverse(d[k]), excess = v[k];
    d[k] = own;
    for (int stop = column_start[k + 1]; p < stop; p++) {
      int r = row[p];
      cx scaled = mul(v[n + p], own), passed = mul(scaled, excess);
      v[n + p] = scaled;
      v[r] = add(v[r], passed);
      d[r] = add(d[r], passed);
      for (int end = pair_start[p + 1]; pair < end; pair++) {
        int into = pair_target[pair];
        cx product = mul(v[n + pair_other[pair]], scaled);
        v[n + into] = add(v[n + into], product);
        d[column[into]] = add(d[column[into]], product);
      }
    }
  }
  for (int q = 0; q < nnz; q++) volts[row[q]] = add(volts[row[q]], mul(v[n + q], volts[column[q]]));
  for (int k = 0; k < n; k++) volts[k] = mul(d[k], volts[k]);
  for (int q = nnz - 1; q >= 0; q--) volts[column[q]] = add(volts[column[q]], mul(v[n + q], volts[row[q]]));
}

static cx *dense_matrix;
static void dense(void) {
  cx *a = dense_matrix;
  memset(a, 0, sizeof(cx) * n * n);
  for (int i = 0; i < n; i++) a[i * n + i].re = LEAK;
  for (int e = 0; e < m; e++) {
    int i = from[e], j = to[e];
    cx y = admittance[e];
    if (i == j) continue;
    if (i >= 0) a[i * n + i] = add(a[i * n + i], y);
    if (j >= 0) a[j * n + j] = add(a[j * n + j], y);
    if (i >= 0 && j >= 0) a[i * n + j] = sub(a[i * n + j], y), a[j * n + i] = sub(a[j * n + i], y);
  }
  for (int k = 0; k < n; k++) {
    int best = k;
    for (int i = k + 1; i < n; i++)
      if (square(a[i * n + k]) > square(a[best * n + k])) best = i;
    if (best != k) {
      for (int j = 0; j < n; j++) {
        cx s = a[k * n + j];
        a[k * n + j] = a[best * n + j];
        a[best * n + j] = s;
      }
      cx s = volts[k];
      volts[k] = volts[best];
      volts[best] = s;
    }
    cx own = inverse(a[k * n + k]);
    for (int i = k + 1; i < n; i++) {
      cx f = mul(a[i * n + k], own);
      for (int j = k; j < n; j++) a[i * n + j] = sub(a[i * n + j], mul(f, a[k * n + j]));
      volts[i] = sub(volts[i], mul(f, volts[k]));
    }
  }
  for (int i = n - 1; i >= 0; i--) {
    cx sum = volts[i];
    for (int j = i + 1; j < n; j++) sum = sub(sum, mul(a[i * n + j], volts[j]));
    volts[i] = mul(sum, inverse(a[i * n + i]));
  }
}

static double square_across(int e) {
  cx zero = {0, 0};
  return square(sub(from[e] < 0 ? zero : volts[from[e]], to[e] < 0 ? zero : volts[to[e]]));
}

static int run(void (*solver)(void)) {
  for (int i = 0; i < nloads; i++) pulled[loads[i]] = 0;
  for (int i = 0; i < nfuses; i++) blown[fuses[i]] = 0;
  for (int round = 1; round <= MAX_ROUNDS; round++) {
    admittances();
    solver();
    int changed = 0;
    for (int i = 0; i < nloads; i++) {
      int e = loads[i], was = pulled[e];
      double limit = was ? lower[e] : upper[e];
      int now = square_across(e) >= limit * limit;
      pulled[e] = now;
      if (now != was && coils_matter) changed = 1;
    }
    for (int i = 0; i < nfuses; i++) {
      int e = fuses[i], was = blown[e];
      int now = was || square_across(e) * square(admittance[e]) > upper[e] * upper[e];
      blown[e] = now;
      if (now != was) changed = 1;
    }
    if (!changed) return round;
  }
  return -MAX_ROUNDS;
}

static double now(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return t.tv_sec * 1e9 + t.tv_nsec;
}

static double median_ns(void (*solver)(void), int repeats) {
  double best[15];
  for (int r = 0; r < 15; r++) {
    double start = now();
    for (int i = 0; i < repeats; i++) run(solver);
    best[r] = (now() - start) / repeats;
  }
  for (int i = 0; i < 15; i++)
    for (int j = i + 1; j < 15; j++)
      if (best[j] < best[i]) {
        double s = best[i];
        best[i] = best[j];
        best[j] = s;
      }
  return best[7];
}

int main(int argc, char **argv) {
  FILE *f = fopen(argv[1], "r");
  int controls, supplies;
  if (argc < 3 || !f || fscanf(f, "%d %d %d %d %d %d %d", &n, &m, &nnz, &npairs, &controls, &supplies, &coils_matter) != 7) return 2;
  kind = ints(f, m), by = ints(f, m), normally_open = ints(f, m), supply = ints(f, m), from = ints(f, m), to = ints(f, m), slot = ints(f, m);
  column_start = ints(f, n + 1), column = ints(f, nnz), row = ints(f, nnz), pair_start = ints(f, nnz + 1), pair_other = ints(f, npairs), pair_target = ints(f, npairs), control = ints(f, controls), supply_off = ints(f, supplies);
  passing = (cx *)reals(f, 2 * m), blocking = (cx *)reals(f, 2 * m), emf = (cx *)reals(f, 2 * m), upper = reals(f, m), lower = reals(f, m);
  pulled = calloc(m, sizeof(int)), blown = calloc(m, sizeof(int));
  admittance = malloc(sizeof(cx) * m), volts = calloc(n + 1, sizeof(cx)), v = calloc(n + nnz + 1, sizeof(cx)), d = calloc(n + 1, sizeof(cx));
  memcpy(admittance, passing, sizeof(cx) * m);
  switching = calloc(m, sizeof(int)), sources = calloc(m, sizeof(int)), loads = calloc(m, sizeof(int)), fuses = calloc(m, sizeof(int));
  for (int e = 0; e < m; e++) {
    if (kind[e] == BY_CONTROL || kind[e] == BY_COIL) switching[nswitching++] = e;
    if (kind[e] == SOURCE) sources[nsources++] = e;
    if (kind[e] == LOAD) loads[nloads++] = e;
    if (kind[e] == FUSE) fuses[nfuses++] = e;
  }
  dense_matrix = calloc((size_t)n * n, sizeof(cx));
  int repeats = atoi(argv[2]);
  printf("{\"sparseNs\": %.2f, ", median_ns(sparse, repeats));
  run(sparse);
  printf("\"sparse\": [");
  for (int i = 0; i < n; i++) printf("%s%.17g,%.17g", i ? "," : "", volts[i].re, volts[i].im);
  printf("], \"denseNs\": %.2f, ", median_ns(dense, repeats));
  run(dense);
  printf("\"dense\": [");
  for (int i = 0; i < n; i++) printf("%s%.17g,%.17g", i ? "," : "", volts[i].re, volts[i].im);
  printf("]}\n");
  return 0;
}
