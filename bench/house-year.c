/* The same minutes as src/core/thermal/run.ts: a year of a controlled house of four nodes, same sums in the same order.
 * Reads one file of numbers; prints nanoseconds a minute, the best of 15 runs, and the end of the run. */
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

#define WEEK 10080

typedef struct {
  double phi[16], gamma[16], start[4];
  double half, min_on, min_off, stage_kelvin, stage_wait, dead, ground, gains, efficiency;
  int stages, hours;
  double stage_watts[4];
} Input;

typedef struct {
  double t[4], s[4], heat, aux, paid, cost, short_sum, air, coldest;
  int starts;
  double stage_minutes[4];
} Result;

static Result run(const Input *in, const double *hourly, const double *wanted, const double *comfort,
                  const double *price) {
  const double *f = in->phi, *g = in->gamma;
  const double f00 = f[0], f01 = f[1], f02 = f[2], f03 = f[3], f10 = f[4], f11 = f[5], f12 = f[6], f13 = f[7];
  const double f20 = f[8], f21 = f[9], f22 = f[10], f23 = f[11], f30 = f[12], f31 = f[13], f32 = f[14], f33 = f[15];
  const double q0 = g[2], q1 = g[6], q2 = g[10], q3 = g[14];
  Result r = {0};
  double t0 = in->start[0], t1 = in->start[1], t2 = in->start[2], t3 = in->start[3];
  double s0 = 0, s1 = 0, s2 = 0, s3 = 0, since = 1e6, under = 0;
  double heat[4], paid[4];
  int on = 0, minute = 0;
  r.coldest = 1e300;
  for (int h = 0; h < in->hours; h++) {
    const double out = hourly[h];
    double sum = 0;
    for (int i = 0; i < in->stages; i++) {
      sum += in->stage_watts[i];
      heat[i] = sum;
      paid[i] = sum / in->efficiency;
    }
    const double d0 = g[0] * out + g[1] * in->ground + g[3] * in->gains;
    const double d1 = g[4] * out + g[5] * in->ground + g[7] * in->gains;
    const double d2 = g[8] * out + g[9] * in->ground + g[11] * in->gains;
    const double d3 = g[12] * out + g[13] * in->ground + g[15] * in->gains;
    for (int i = 0; i < 60; i++) {
      const double gap = wanted[minute] - t0;
      const double lacks = comfort[minute] - t0;
      if (lacks > in->half) r.short_sum += lacks;
      if (gap > in->half) {
        if (on == 0 && since >= in->min_off) {
          on = 1;
          since = 0;
          under = 0;
          r.starts++;
        }
      } else if (gap < -in->half && on > 0 && since >= in->min_on) {
        on = 0;
        since = 0;
      }
      s0 += t0;
      s1 += t1;
      s2 += t2;
      s3 += t3;
      double q = 0;
      if (on > 0) {
        under = gap > in->stage_kelvin ? under + 1 : 0;
        if (under >= in->stage_wait && on < in->stages) {
          on++;
          under = 0;
        } else if (on > 1 && gap < in->half) on--;
        r.stage_minutes[on - 1] += 1;
        if (since >= in->dead) {
          q = heat[on - 1];
          r.heat += q;
          if (on > 1) r.aux += q - heat[0];
          r.paid += paid[on - 1];
          r.cost += paid[on - 1] * price[minute % 1440];
        }
      }
      since++;
      const double n0 = f00 * t0 + f01 * t1 + f02 * t2 + f03 * t3 + d0 + q0 * q;
      const double n1 = f10 * t0 + f11 * t1 + f12 * t2 + f13 * t3 + d1 + q1 * q;
      const double n2 = f20 * t0 + f21 * t1 + f22 * t2 + f23 * t3 + d2 + q2 * q;
      t3 = f30 * t0 + f31 * t1 + f32 * t2 + f33 * t3 + d3 + q3 * q;
      t0 = n0;
      t1 = n1;
      t2 = n2;
      r.air += t0;
      if (t0 < r.coldest) r.coldest = t0;
      if (++minute == WEEK) minute = 0;
    }
  }
  r.t[0] = t0;
  r.t[1] = t1;
  r.t[2] = t2;
  r.t[3] = t3;
  r.s[0] = s0;
  r.s[1] = s1;
  r.s[2] = s2;
  r.s[3] = s3;
  return r;
}

static double *numbers(FILE *file, int count) {
  double *out = malloc(sizeof(double) * (size_t)count);
  for (int i = 0; i < count; i++)
    if (fscanf(file, "%lf", &out[i]) != 1) exit(2);
  return out;
}

int main(int argc, char **argv) {
  FILE *file = argc > 1 ? fopen(argv[1], "r") : NULL;
  if (!file) return 2;
  Input in = {0};
  double *head = numbers(file, 16 + 16 + 4 + 9 + 2 + 4), *h = head;
  for (int i = 0; i < 16; i++) in.phi[i] = *h++;
  for (int i = 0; i < 16; i++) in.gamma[i] = *h++;
  for (int i = 0; i < 4; i++) in.start[i] = *h++;
  in.half = *h++;
  in.min_on = *h++;
  in.min_off = *h++;
  in.stage_kelvin = *h++;
  in.stage_wait = *h++;
  in.dead = *h++;
  in.ground = *h++;
  in.gains = *h++;
  in.efficiency = *h++;
  in.stages = (int)*h++;
  in.hours = (int)*h++;
  for (int i = 0; i < 4; i++) in.stage_watts[i] = *h++;
  const double *hourly = numbers(file, in.hours), *wanted = numbers(file, WEEK), *comfort = numbers(file, WEEK), *price = numbers(file, 1440);
  double best = 1e300;
  Result r = {0};
  for (int k = 0; k < 15; k++) {
    struct timespec a, b;
    clock_gettime(CLOCK_MONOTONIC, &a);
    r = run(&in, hourly, wanted, comfort, price);
    clock_gettime(CLOCK_MONOTONIC, &b);
    const double ns = ((b.tv_sec - a.tv_sec) * 1e9 + (b.tv_nsec - a.tv_nsec)) / (in.hours * 60.0);
    if (ns < best) best = ns;
  }
  printf("{\"ns\":%.3f,\"end\":[%.17g,%.17g,%.17g,%.17g],\"heat\":%.17g,\"cost\":%.17g,\"starts\":%d}\n", best, r.t[0],
         r.t[1], r.t[2], r.t[3], r.heat, r.cost, r.starts);
  free(head);
  return 0;
}
