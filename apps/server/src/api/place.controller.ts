import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Input, Bind } from '../platform/http/bind.ts';
import { PlaceDoor } from '../platform/maps/place-door.ts';

@Controller()
export class PlaceController {
  constructor(private readonly places: PlaceDoor) {}

  @Bind(api.findPlace)
  async find(
    @Input() { body }: InputOf<typeof api.findPlace>,
  ): Promise<Answer<typeof api.findPlace>> {
    return { place: await this.places.find(body.address) };
  }
}
