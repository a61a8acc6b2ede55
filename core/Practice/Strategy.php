<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

/** How a simulated technician picks the next measurement: as the engine says, or as textbooks do. */
enum Strategy: string
{
    case NextStep = 'next step';
    /**
     * The measurement that tells most, whatever it costs: as few measurements as the information allows, one step
     * ahead.
     */
    case MostBits = 'most bits, at any cost';
    /** From the input to the output, point by point, then part by part. */
    case Walking = 'walking from the input';
    /** The live point that splits what is still possible most evenly; then part by part. */
    case HalfSplit = 'half-split';
    /** Three measurements of four as the engine says, the fourth whatever comes to hand. */
    case Learner = 'a learner';
    /** Whatever comes to hand. */
    case Random = 'at random';
}
