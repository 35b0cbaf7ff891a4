"""core's fold against one that is written the other way round."""

import numpy as np
import pytest

from core.batch.fold import fold
from tests.core.batch.journals import made_up
from tests.core.batch.slow_fold import Slow


@pytest.mark.parametrize("seed", range(150))
def test_the_slow_fold_agrees(seed):
    file = made_up(seed)
    world, slow = fold(file.plans, file.events), Slow(file)
    for name, jug in world.jugs.items():
        scale = slow.now(name)[0]
        np.testing.assert_allclose(jug.brew.parts, slow.now(name), rtol=1e-9, atol=1e-9 * scale)
        mine = jug.brew.doubts.T @ jug.brew.doubts
        np.testing.assert_allclose(mine, slow.spread(name), rtol=1e-7, atol=1e-9 * scale**2)
