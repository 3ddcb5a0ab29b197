<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

use RuntimeException;

/** Something the person at the terminal has to know, as a sentence with the mend in it. */
final class Failure extends RuntimeException
{
}
