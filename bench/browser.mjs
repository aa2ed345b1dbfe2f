import { chromium } from '@playwright/test';

export const launch = () =>
  chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });

export const median = (list) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)];
