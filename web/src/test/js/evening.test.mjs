import assert from 'node:assert/strict';
import { test } from 'node:test';
import './page.mjs';
import { heightAt, smooth, widths } from '../../main/resources/static/js/tide.js';
import { hours, spoken, typed } from '../../main/resources/static/js/times.js';

test('times are written as people write them, and read back', () => {
  assert.equal(spoken(80), '1:20');
  assert.equal(spoken(5), '0:05');
  assert.equal(spoken(3_723.9), '1:02:03');
  assert.equal(hours(-1), '00:00:00');
  assert.equal(hours(7_384), '02:03:04');
  for (const seconds of [0, 5, 59, 60, 80, 3_599, 3_600, 86_399]) assert.equal(typed(spoken(seconds)), seconds);
  assert.equal(typed('80'), 80);
  assert.equal(typed(' 0:01.5 '), 1.5);
  // Of the day a lone number is an hour.
  assert.equal(typed('21:04', 3600), 21 * 3600 + 4 * 60);
  assert.equal(typed('21', 3600), 21 * 3600);
  for (const none of ['', ':', '1:', 'soon', '1:2:3:4', '1-2', '1e3']) assert.ok(Number.isNaN(typed(none)), none);
});

test('sections of the tide line fill its width, longer ones more of it and none too little', () => {
  const cue = (length) => /** @type {any} */ ({ length });
  const all = widths([cue(300), cue(0), cue(10), cue(90)], 1000);
  assert.ok(Math.abs(all.reduce((a, b) => a + b, 0) - 1000) < 1e-9);
  assert.ok(all[0] > all[3] && all[3] > all[2] && all[2] >= 26);
  // Two hundred of them are narrow, and still fill it.
  const many = widths(Array.from({ length: 200 }, () => cue(60)), 1000);
  assert.ok(Math.abs(many.reduce((a, b) => a + b, 0) - 1000) < 1e-6);
});

test('the mark on the tide line lies on it', () => {
  const points = [[0, 100], [100, 100], [300, 20], [500, 60]];
  assert.equal(smooth(points).match(/C/g)?.length, 3);
  for (const [x, y] of points) assert.ok(Math.abs(heightAt(points, x) - y) < 0.01);
  assert.ok(Math.abs(heightAt(points, 200) - 60) < 0.01);
  assert.ok(heightAt(points, 150) > 60 && heightAt(points, 250) < 60);
});
