package hopmend.prove;

import hopmend.message.Message;

/**
 * Why a judgement came out as it did.
 *
 * @param fact what was found or entered
 * @param rule what follows from it
 * @param source where the rule comes from
 */
public record Reason(Message fact, Message rule, String source) {}
