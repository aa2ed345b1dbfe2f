import { Controller, Inject } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Clock } from '../platform/clock.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import { Input, Bind } from '../platform/http/bind.ts';
import { DemoTime } from './demo-time.ts';

@Controller()
export class ClockController {
  constructor(
    private readonly clock: Clock,
    private readonly time: DemoTime,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Bind(api.getClock)
  get(): Answer<typeof api.getClock> {
    return { now: this.clock.now().toString(), demo: this.config.demo };
  }

  @Bind(api.moveClock)
  async move(
    @Input() { body }: InputOf<typeof api.moveClock>,
  ): Promise<Answer<typeof api.moveClock>> {
    return { now: (await this.time.advance(body.advance)).toString() };
  }
}
