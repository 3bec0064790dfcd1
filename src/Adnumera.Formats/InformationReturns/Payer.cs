namespace Adnumera.Formats.InformationReturns;

/// <summary>Who pays, as it stands on letters and statements.</summary>
/// <param name="Name">The name.</param>
/// <param name="Address">Street and number.</param>
/// <param name="Town">City, state and ZIP code.</param>
/// <param name="Phone">The telephone number.</param>
/// <param name="Number">The tax number; whole on a statement that goes out, where a payer's own may not be truncated (Treas. Reg.
/// 301.6109-4).</param>
public sealed record Payer(string Name, string Address, string Town, string Phone, string Number);

/// <summary>To whom a letter or statement goes.</summary>
/// <param name="Name">The first line: a person's own name before that of the business.</param>
/// <param name="SecondName">The second line; blank for none.</param>
/// <param name="Address">Street and number.</param>
/// <param name="Town">City, state and ZIP code.</param>
public sealed record Recipient(string Name, string SecondName, string Address, string Town);
