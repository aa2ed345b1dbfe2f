"""
Draws the pictures of the demo and of the templates' examples. Run once by hand, with POV-Ray 3.7:

    python3 scripts/pictures/render.py <folder> [scene…] [--draft]

It writes <folder>/<scene>.png; `node scripts/pictures/keep.mjs <folder>` develops those into what the program ships.
"""

import os
import sys

import parts
from inside import inside
from outside import outside
from people import people
from things import things

scenes = {**outside, **inside, **things, **people}
wide, square = (1600, 1066), (480, 480)


def main(arguments):
    draft = '--draft' in arguments
    folder, *names = [one for one in arguments if not one.startswith('--')]
    for name in names or scenes:
        # Scenes of one place share its chance: the same trees stand before the work and after it.
        parts.reset(len(name.removesuffix('-before')))
        scenes[name]()
        size = square if name.startswith('person-') else wide
        parts.render(
            os.path.join(folder, name),
            tuple(part // 4 for part in size) if draft else size,
            not draft,
            2 if name in inside and not draft else 1,
        )


if __name__ == '__main__':
    main(sys.argv[1:])
