/* The same minutes as src/core/floor/run.ts: a year of a controlled floor, same sums in the same order.
 * Reads one line of numbers: 28 coefficients of phi (16) and gamma (12), theta (16), xi (12), model and
 * control, then the arrays. Prints nanoseconds a step, the best of 15 runs, and the end of the run. */
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

typedef struct {
  double f[16], g[12], q[16], x[12];
  double watts, room_to_out, beneath_to_below, below, limit, differential;
  double start[4];
  int by_room, guarded, minutes, from, has_cheap;
} Input;

typedef struct {
  double slab, room, under, probe, room_seconds, under_seconds, out_seconds, missing;
  int on_minutes, cheap_on_minutes, switchings, held_minutes;
} Result;

static Result run(const Input *in, const double *hourly, const double *wanted, const unsigned char *cheap) {
  const double *f = in->f, *g = in->g, *q = in->q, *x = in->x;
  const double f00 = f[0], f01 = f[1], f02 = f[2], f10 = f[4], f11 = f[5], f12 = f[6];
  const double f20 = f[8], f21 = f[9], f22 = f[10], f30 = f[12], f31 = f[13], f32 = f[14], f33 = f[15];
  const double half = in->differential / 2, below = in->below, limit = in->limit, watts = in->watts;
  const double p0 = g[0] * watts, p1 = g[3] * watts, p2 = g[6] * watts, p3 = g[9] * watts;
  double d0 = 0, d1 = 0, d2 = 0, d3 = 0;
  double slab = in->start[0], room = in->start[1], under = in->start[2], probe = in->start[3], out = 0;
  double slab_sum = 0, room_sum = 0, under_sum = 0, out_sum = 0;
  Result r = {0};
  const double release = limit - in->differential;
  int on = 0, held = 0, week = in->from % 10080, day = week % 1440;
  for (int done = 0, hour = 0; done < in->minutes; done += 60, hour++) {
    const int part = in->minutes - done < 60 ? in->minutes - done : 60;
    out = hourly[hour];
    d0 = g[1] * below + g[2] * out;
    d1 = g[4] * below + g[5] * out;
    d2 = g[7] * below + g[8] * out;
    d3 = g[10] * below + g[11] * out;
    out_sum += out * part;
    for (int i = 0; i < part; i++) {
      const double gap = wanted[week] - (in->by_room ? room : probe);
      int call = on | held;
      if (gap > half) call = 1;
      else if (gap < -half) call = 0;
      if (in->guarded) {
        if (probe >= limit) held = 1;
        else if (probe < release) held = 0;
      }
      const int next = call & (1 - held);
      r.held_minutes += call & held;
      held &= call;
      r.switchings += next ^ on;
      on = next;
      if (gap > 0) r.missing += gap;
      slab_sum += slab;
      room_sum += room;
      under_sum += under;
      double slab_next = f00 * slab + f01 * room + f02 * under + d0;
      double room_next = f10 * slab + f11 * room + f12 * under + d1;
      double under_next = f20 * slab + f21 * room + f22 * under + d2;
      probe = f30 * slab + f31 * room + f32 * under + f33 * probe + d3;
      if (on == 1) {
        r.on_minutes++;
        r.cheap_on_minutes += cheap[day];
        slab_next += p0;
        room_next += p1;
        under_next += p2;
        probe += p3;
      }
      slab = slab_next;
      room = room_next;
      under = under_next;
      week++;
      if (++day == 1440) {
        day = 0;
        if (week == 10080) week = 0;
      }
    }
  }
  r.room_seconds = q[4] * slab_sum + q[5] * room_sum + q[6] * under_sum + x[3] * watts * r.on_minutes +
                   x[4] * below * in->minutes + x[5] * out_sum;
  r.under_seconds = q[8] * slab_sum + q[9] * room_sum + q[10] * under_sum + x[6] * watts * r.on_minutes +
                    x[7] * below * in->minutes + x[8] * out_sum;
  r.out_seconds = out_sum;
  r.slab = slab;
  r.room = room;
  r.under = under;
  r.probe = probe;
  return r;
}

static int by_value(const void *a, const void *b) {
  const double x = *(const double *)a, y = *(const double *)b;
  return (x > y) - (x < y);
}

static void take(FILE *file, double *to, int n) {
  for (int i = 0; i < n; i++)
    if (fscanf(file, "%lf", &to[i]) != 1) exit(2);
}

int main(int argc, char **argv) {
  FILE *file = argc > 1 ? fopen(argv[1], "r") : NULL;
  if (!file) return 2;
  static Input in;
  static double hourly[8784], wanted[10080], cheap_read[1440], head[11];
  static unsigned char cheap[1440];
  take(file, in.f, 16);
  take(file, in.g, 12);
  take(file, in.q, 16);
  take(file, in.x, 12);
  take(file, head, 11);
  in.watts = head[0];
  in.room_to_out = head[1];
  in.beneath_to_below = head[2];
  in.below = head[3];
  in.limit = head[4];
  in.differential = head[5];
  in.by_room = (int)head[6];
  in.guarded = (int)head[7];
  in.minutes = (int)head[8];
  in.from = (int)head[9];
  in.has_cheap = (int)head[10];
  take(file, in.start, 4);
  take(file, hourly, 8760);
  take(file, wanted, 10080);
  take(file, cheap_read, 1440);
  for (int i = 0; i < 1440; i++) cheap[i] = (unsigned char)cheap_read[i];
  fclose(file);
  Result r = run(&in, hourly, wanted, cheap);
  double times[15];
  for (int k = 0; k < 15; k++) {
    struct timespec a, b;
    clock_gettime(CLOCK_MONOTONIC, &a);
    r = run(&in, hourly, wanted, cheap);
    clock_gettime(CLOCK_MONOTONIC, &b);
    times[k] = ((double)(b.tv_sec - a.tv_sec) * 1e9 + (double)(b.tv_nsec - a.tv_nsec)) / in.minutes;
  }
  qsort(times, 15, sizeof(double), by_value);
  printf("{\"ns\": %.4f, \"state\": [%.17g, %.17g, %.17g, %.17g], \"onMinutes\": %d, \"cheapOnMinutes\": %d, \"switchings\": %d, \"heldMinutes\": %d}\n",
         times[0], r.slab, r.room, r.under, r.probe, r.on_minutes, r.cheap_on_minutes, r.switchings, r.held_minutes);
  return 0;
}
