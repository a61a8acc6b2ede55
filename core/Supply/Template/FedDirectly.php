<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

/** A family that is not on the mains: nobody asks for its voltage and frequency. */
interface FedDirectly {}
