import sharp from 'sharp';
import { NotAPictureError, PictureMaker, PictureMakerError } from './picture-maker.ts';

const picture = (width = 400) =>
  sharp({ create: { width, height: 300, channels: 3, background: '#1D6A70' } })
    .png()
    .toBuffer();

let maker: PictureMaker;
afterEach(() => maker.onModuleDestroy());

it('is not ended by the end of its process: jobs are tried again, in a new one', async () => {
  maker = new PictureMaker();
  await maker.source(await picture());
  const first = maker.pid!;
  const file = await picture(5_000);
  const jobs = Array.from({ length: 6 }, () => maker.source(file));
  process.kill(first, 'SIGKILL');
  const made = await Promise.all(jobs);
  expect(made.map(({ width }) => width)).toEqual(Array(6).fill(2400));
  expect(maker.pid).not.toBe(first);
});

it('gives a job up whose process dies twice, without calling the file bad', async () => {
  maker = new PictureMaker();
  await maker.source(await picture());
  const job = maker.source(await picture(5_000));
  const failure = expect(job).rejects.toThrow(PictureMakerError);
  // Each new process is killed as soon as it is there, until nothing is left to try.
  let last: number | undefined;
  const hunt = setInterval(() => {
    const { pid } = maker;
    if (pid !== undefined && pid !== last) {
      last = pid;
      process.kill(pid, 'SIGKILL');
    }
  }, 5);
  await failure;
  clearInterval(hunt);
  expect((await maker.source(await picture())).width).toBe(400);
});

it('ends a job that takes too long, and goes on with the others', async () => {
  maker = new PictureMaker(5_000);
  await maker.source(await picture());
  process.kill(maker.pid!, 'SIGSTOP');
  await expect(maker.source(await picture())).rejects.toThrow(NotAPictureError);
  expect((await maker.source(await picture())).width).toBe(400);
});

it.each([
  ['a drawing', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')],
  ['words', Buffer.from('no picture')],
])('says of %s that it is no picture', async (_what, file) => {
  maker = new PictureMaker();
  await expect(maker.source(file)).rejects.toThrow(NotAPictureError);
});
