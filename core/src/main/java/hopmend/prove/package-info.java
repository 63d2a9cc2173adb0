/**
 * Hop 2, Prove: is it really the sensor? {@link hopmend.prove.Diagnosis} moves the suspects of a
 * family sheet by clues and answers (single-fault Bayes), {@link hopmend.prove.Verdict} says what
 * that proves and what holds it back, {@link hopmend.prove.Planner} looks ahead over checks and
 * repairs to the cheapest proven fix. What is known whatever the sensor is in {@link
 * hopmend.prove.Proving}; {@code job.Inquiry} gathers all of it for one sensor of a job.
 */
package hopmend.prove;
