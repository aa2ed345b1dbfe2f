import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { PlaceDoor } from '../platform/maps/place-door.ts';

@Controller()
export class PlaceController {
  constructor(private readonly places: PlaceDoor) {}

  @Bind(api.findPlace)
  async find(@Ask() { body }: Asked<typeof api.findPlace>): Promise<Answer<typeof api.findPlace>> {
    return { place: await this.places.find(body.address) };
  }
}
