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

static int n, m, nnz, npairs, coils_matter, nswitching, nsources, nloads, nfuses;
static int *kind, *by, *normally_open, *supply, *from, *to, *slot, *switching, *sources, *loads, *fuses, *column, *row, *pair_start, *pair_other, *pair_target, *control, *supply_off, *pulled, *blown;
static double *passing, *blocking, *emf, *upper, *lower, *siemens, *volts, *v, *d;

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

static void conductances(void) {
  for (int i = 0; i < n; i++) volts[i] = 0;
  for (int i = 0; i < nswitching; i++) {
    int e = switching[i];
    int active = kind[e] == BY_CONTROL ? control[by[e]] : pulled[by[e]];
    siemens[e] = active == normally_open[e] ? passing[e] : blocking[e];
  }
  for (int i = 0; i < nfuses; i++) siemens[fuses[i]] = blown[fuses[i]] ? blocking[fuses[i]] : passing[fuses[i]];
  for (int i = 0; i < nsources; i++) {
    int e = sources[i];
    if (supply_off[supply[e]]) continue;
    double current = emf[e] * passing[e];
    if (from[e] >= 0) volts[from[e]] += current;
    if (to[e] >= 0) volts[to[e]] -= current;
  }
}

static void sparse(void) {
  for (int i = 0; i < n; i++) v[i] = LEAK;
  for (int i = n; i <= n + nnz; i++) v[i] = 0;
  for (int e = 0; e < m; e++) v[slot[e]] += siemens[e];
  for (int k = 0; k < n; k++) d[k] = v[k];
  for (int p = 0; p < nnz; p++) d[column[p]] += v[n + p];
  int pair = 0;
  for (int p = 0; p < nnz; p++) {
    int k = column[p], r = row[p];
    double scaled = v[n + p] / d[k], passed = scaled * v[k];
    v[n + p] = scaled;
    v[r] += passed;
    d[r] += passed;
    for (int end = pair_start[p + 1]; pair < end; pair++) {
      int into = pair_target[pair];
      double product = v[n + pair_other[pair]] * scaled;
      v[n + into] += product;
      d[column[into]] += product;
    }
  }
  for (int p = 0; p < nnz; p++) volts[row[p]] += v[n + p] * volts[column[p]];
  for (int k = 0; k < n; k++) volts[k] /= d[k];
  for (int p = nnz - 1; p >= 0; p--) volts[column[p]] += v[n + p] * volts[row[p]];
}

static double *dense_matrix;
static void dense(void) {
  double *a = dense_matrix;
  memset(a, 0, sizeof(double) * n * n);
  for (int i = 0; i < n; i++) a[i * n + i] = LEAK;
  for (int e = 0; e < m; e++) {
    int i = from[e], j = to[e];
    double g = siemens[e];
    if (i == j) continue;
    if (i >= 0) a[i * n + i] += g;
    if (j >= 0) a[j * n + j] += g;
    if (i >= 0 && j >= 0) a[i * n + j] -= g, a[j * n + i] -= g;
  }
  for (int k = 0; k < n; k++) {
    int best = k;
    for (int i = k + 1; i < n; i++)
      if (fabs(a[i * n + k]) > fabs(a[best * n + k])) best = i;
    if (best != k) {
      for (int j = 0; j < n; j++) {
        double s = a[k * n + j];
        a[k * n + j] = a[best * n + j];
        a[best * n + j] = s;
      }
      double s = volts[k];
      volts[k] = volts[best];
      volts[best] = s;
    }
    for (int i = k + 1; i < n; i++) {
      double f = a[i * n + k] / a[k * n + k];
      for (int j = k; j < n; j++) a[i * n + j] -= f * a[k * n + j];
      volts[i] -= f * volts[k];
    }
  }
  for (int i = n - 1; i >= 0; i--) {
    double sum = volts[i];
    for (int j = i + 1; j < n; j++) sum -= a[i * n + j] * volts[j];
    volts[i] = sum / a[i * n + i];
  }
}

static double across(int e) { return (from[e] < 0 ? 0 : volts[from[e]]) - (to[e] < 0 ? 0 : volts[to[e]]); }

static int run(void (*solver)(void)) {
  for (int i = 0; i < nloads; i++) pulled[loads[i]] = 0;
  for (int i = 0; i < nfuses; i++) blown[fuses[i]] = 0;
  for (int round = 1; round <= MAX_ROUNDS; round++) {
    conductances();
    solver();
    int changed = 0;
    for (int i = 0; i < nloads; i++) {
      int e = loads[i], was = pulled[e];
      int now = fabs(across(e)) >= (was ? lower[e] : upper[e]);
      pulled[e] = now;
      if (now != was && coils_matter) changed = 1;
    }
    for (int i = 0; i < nfuses; i++) {
      int e = fuses[i], was = blown[e];
      int now = was || fabs(across(e)) * siemens[e] > upper[e];
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
  column = ints(f, nnz), row = ints(f, nnz), pair_start = ints(f, nnz + 1), pair_other = ints(f, npairs), pair_target = ints(f, npairs), control = ints(f, controls), supply_off = ints(f, supplies);
  passing = reals(f, m), blocking = reals(f, m), emf = reals(f, m), upper = reals(f, m), lower = reals(f, m);
  pulled = calloc(m, sizeof(int)), blown = calloc(m, sizeof(int));
  siemens = malloc(sizeof(double) * m), volts = calloc(n + 1, sizeof(double)), v = calloc(n + nnz + 1, sizeof(double)), d = calloc(n + 1, sizeof(double));
  memcpy(siemens, passing, sizeof(double) * m);
  switching = calloc(m, sizeof(int)), sources = calloc(m, sizeof(int)), loads = calloc(m, sizeof(int)), fuses = calloc(m, sizeof(int));
  for (int e = 0; e < m; e++) {
    if (kind[e] == BY_CONTROL || kind[e] == BY_COIL) switching[nswitching++] = e;
    if (kind[e] == SOURCE) sources[nsources++] = e;
    if (kind[e] == LOAD) loads[nloads++] = e;
    if (kind[e] == FUSE) fuses[nfuses++] = e;
  }
  dense_matrix = calloc((size_t)n * n, sizeof(double));
  int repeats = atoi(argv[2]);
  printf("{\"sparseNs\": %.2f, ", median_ns(sparse, repeats));
  run(sparse);
  printf("\"sparse\": [");
  for (int i = 0; i < n; i++) printf("%s%.17g", i ? "," : "", volts[i]);
  printf("], \"denseNs\": %.2f, ", median_ns(dense, repeats));
  run(dense);
  printf("\"dense\": [");
  for (int i = 0; i < n; i++) printf("%s%.17g", i ? "," : "", volts[i]);
  printf("]}\n");
  return 0;
}
